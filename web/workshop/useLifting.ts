import { useEffect, useRef, useState } from 'react';
import { toast } from 'sonner';
import { sentenceOf } from '#core/document/failure';
import type { OwnPicture, PictureActor, PictureFace } from '#core/document/schema';
import type { Outline } from '#core/picture/outline';
import type { LiftAnswer, PrepareAnswer } from '../workers/picture.worker.ts';
import { liftingOf, type PictureClient } from './client.ts';

export interface Lifted {
  /** The working size in pixels; undefined while the picture is being opened. */
  readonly size: { readonly width: number; readonly height: number; readonly cutOut: boolean } | undefined;
  readonly outlines: readonly Outline[];
  /** The outline is that of a quick look while a stroke is drawn. */
  readonly rough: boolean;
  readonly preview: ImageBitmap | undefined;
  /** Share of the picture that was lifted. */
  readonly share: number;
  readonly prepared: PrepareAnswer | undefined;
  /** What the machine is doing, and for how long. */
  readonly busy: 'lift' | 'prepare' | undefined;
}

/** Keeps what is lifted and mended of somebody in step with what is chosen, the newest first. */
export function useLifting(client: PictureClient, picture: OwnPicture, actor: PictureActor | undefined, draft: PictureActor['strokes'][number] | undefined): Lifted {
  const [size, setSize] = useState<Lifted['size']>();
  const [fine, setFine] = useState<LiftAnswer>();
  const [coarse, setCoarse] = useState<LiftAnswer>();
  const [prepared, setPrepared] = useState<PrepareAnswer>();
  const [busy, setBusy] = useState<Lifted['busy']>();
  const { media } = picture;
  useEffect(() => {
    let here = true;
    setSize(undefined);
    setFine(undefined);
    setPrepared(undefined);
    client.open(media).then(
      (opened) => here && setSize(opened),
      (thrown) => here && toast.error(sentenceOf(thrown)),
    );
    return () => {
      here = false;
    };
  }, [client, media]);

  const newest = useRef(actor);
  newest.current = actor;
  const lifting = actor && JSON.stringify(liftingOf(actor));
  const face = actor?.face && JSON.stringify(actor.face);
  const limbs = JSON.stringify(actor?.limbs ?? []);
  const ready = size !== undefined;
  useEffect(() => {
    const now = newest.current;
    if (!ready || !now || !lifting) return;
    let here = true;
    setBusy('lift');
    client
      .lift(now, false)
      .then((answer) => {
        if (!here || !answer) return;
        setFine((old) => {
          old?.preview?.close();
          return answer;
        });
        setCoarse(undefined);
      })
      .catch((thrown) => toast.error(sentenceOf(thrown)))
      .finally(() => here && setBusy((doing) => (doing === 'lift' ? undefined : doing)));
    return () => {
      here = false;
    };
  }, [client, ready, lifting]);
  useEffect(() => {
    const now = newest.current;
    if (!ready || !now || !lifting || !face || !limbs) return setPrepared(undefined);
    let here = true;
    // A mark that is moved on at once is not worth mending for.
    const timer = setTimeout(() => {
      setBusy('prepare');
      client
        .prepare(now, JSON.parse(face) as PictureFace)
        .then((answer) => here && answer && setPrepared(answer))
        .catch((thrown) => toast.error(sentenceOf(thrown)))
        .finally(() => here && setBusy(undefined));
    }, 120);
    return () => {
      here = false;
      clearTimeout(timer);
    };
  }, [client, ready, lifting, face, limbs]);

  const asking = useRef(false);
  const wanted = useRef<typeof draft>(undefined);
  useEffect(() => {
    wanted.current = draft;
    const now = newest.current;
    if (!draft || !now || asking.current) return;
    const next = (): void => {
      const stroke = wanted.current;
      if (!stroke) return;
      asking.current = true;
      client
        .lift({ ...now, strokes: [...now.strokes, stroke] }, true)
        .then((answer) => answer && wanted.current && setCoarse(answer))
        .catch(() => {})
        .finally(() => {
          asking.current = false;
          if (wanted.current && wanted.current !== stroke) next();
        });
    };
    next();
  }, [client, draft]);

  const shown = coarse ?? fine;
  return { size, outlines: shown?.outlines ?? [], rough: coarse !== undefined, preview: fine?.preview, share: fine?.share ?? 0, prepared, busy };
}
