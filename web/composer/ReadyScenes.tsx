import { X } from 'lucide-react';
import { useEffect, useMemo, useRef, useState } from 'react';
import type { Document } from '#core/document/schema';
import { edit } from '#core/edit/change';
import { READY_SCENES } from '#core/edit/ready/index';
import { placesTaken, type ReadyScene, takeReady } from '#core/edit/ready/ready';
import { schedule } from '#core/schedule/schedule';
import { frameSize } from '#core/stage/frame';
import { inOrder } from '#core/time/order';
import { TICKS_PER_SECOND } from '#core/time/ticks';
import { makeId } from '../ids.ts';
import { stage } from '../stage/client.ts';
import { useAnalyses } from '../state/analyses.ts';
import { run, useProduction } from '../state/production.ts';
import { useView, view } from '../state/view.ts';
import { Bitmap } from '../ui/Bitmap.tsx';
import { IconButton } from '../ui/parts.tsx';
import { useGoToScene } from './useGo.ts';

/** Pixels of a poster, and pictures that it shows in a second while it plays. */
const POSTER = { width: 196, height: 110 } as const;
const RATE = 10;

interface Played {
  readonly ready: ReadyScene;
  readonly scene: string;
  readonly length: number;
}

/** Who plays a ready scene: those who speak in the open scene first, then the rest of the cast. */
function castOf(document: Document, open: string | undefined): string[] {
  const lines = Object.values(document.scenes[open ?? '']?.lines ?? {});
  const roles = inOrder(document.production.roles).map(([id]) => id);
  const here = roles.filter((role) => lines.some((line) => line.role === role));
  return [...here, ...roles.filter((role) => !here.includes(role))];
}

/** Ready scenes, each played by the production's own cast before one is taken. */
export function ReadyScenes() {
  const open = useView((state) => state.ready);
  return open ? <Panel /> : null;
}

function Panel() {
  const document = useProduction((state) => state.document);
  const current = useView((state) => state.scene);
  const go = useGoToScene();
  const analyses = useAnalyses((state) => state.byHash);
  const opener = useRef(globalThis.document.activeElement);
  const list = useRef<HTMLDivElement>(null);
  const cast = useMemo(() => (document ? castOf(document, current) : []), [document, current]);
  // All of them at once in a document that is only looked at.
  const played = useMemo(() => {
    if (!document || !cast.length) return undefined;
    let shown = document;
    const scenes: Played[] = [];
    for (const ready of READY_SCENES) {
      const scene = makeId('scene');
      try {
        shown = edit(shown, 'ready', makeId('change'), takeReady(ready, cast, null, scene, makeId)).document;
        scenes.push({ ready, scene, length: 0 });
      } catch {
        // One that this cast cannot play is not offered.
      }
    }
    const film = schedule(shown, () => undefined);
    return { document: shown, scenes: scenes.map((one) => ({ ...one, length: film.scenes.find(({ id }) => id === one.scene)?.length ?? TICKS_PER_SECOND })) };
  }, [document, cast]);
  useEffect(() => {
    if (!played) return;
    stage().show(played.document, analyses);
    return () => {
      const { document: edited } = useProduction.getState();
      if (edited) stage().show(edited, analyses);
    };
  }, [played, analyses]);
  useEffect(() => list.current?.querySelector<HTMLElement>('button')?.focus(), []);
  const close = (): void => {
    view({ ready: false });
    if (opener.current instanceof HTMLElement) opener.current.focus();
  };
  const take = (ready: ReadyScene): void => {
    const id = makeId('scene');
    const after = current ?? (document ? (inOrder(document.scenes).at(-1)?.[0] ?? null) : null);
    view({ ready: false, strip: false });
    if (run(`Take “${ready.name}”`, takeReady(ready, cast, after, id, makeId))) go(id);
  };
  if (!document) return null;
  const { width, height } = frameSize(document.production.frame);
  const w = Math.round(Math.min(POSTER.width, (POSTER.height * width) / height));
  return (
    <section
      role="dialog"
      aria-label="Ready scenes"
      className="door-rise fixed inset-x-0 bottom-7 z-[45] flex h-[330px] flex-col border-t border-edge bg-paper"
      onKeyDown={(event) => {
        if (event.key === 'Escape') {
          event.preventDefault();
          event.stopPropagation();
          return close();
        }
        const all = [...(list.current?.querySelectorAll<HTMLElement>('[data-ready]') ?? [])];
        const at = all.indexOf(globalThis.document.activeElement as HTMLElement);
        const columns = all.length ? all.filter((one) => one.offsetTop === all[0]?.offsetTop).length : 1;
        const step = { ArrowLeft: -1, ArrowRight: 1, ArrowUp: -columns, ArrowDown: columns }[event.key];
        if (step === undefined || at < 0) return;
        event.preventDefault();
        event.stopPropagation();
        const next = all[Math.max(0, Math.min(all.length - 1, at + step))];
        next?.focus();
        next?.scrollIntoView({ block: 'nearest' });
      }}
      data-ready-panel
    >
      <div className="flex h-11 shrink-0 items-center gap-3 px-4">
        <h2 className="m-0 text-[15px] font-[680]">Ready scenes</h2>
        <span className="text-[12px] text-ink-2">Played by your own cast. Take one, then write your own words.</span>
        <span className="flex-1" />
        <IconButton label="Close (Esc)" side="top" onClick={close}>
          <X size={15} />
        </IconButton>
      </div>
      {played ? (
        <div
          ref={list}
          className="scrolls grid min-h-0 flex-1 content-start gap-x-3 gap-y-3 overflow-y-auto px-4 pb-3"
          style={{ gridTemplateColumns: `repeat(auto-fill, ${POSTER.width}px)` }}
        >
          {played.scenes.map((one) => (
            <ReadyCard key={one.ready.id} played={one} cast={cast.length} width={w} onTake={() => take(one.ready)} />
          ))}
        </div>
      ) : (
        <p className="m-0 px-4 text-[13px] text-ink-2">Nobody is in the cast yet. Bring somebody on stage first: a ready scene is played by your own cast.</p>
      )}
    </section>
  );
}

function ReadyCard({ played, cast, width, onTake }: { played: Played; cast: number; width: number; onTake: () => void }) {
  const { ready, scene, length } = played;
  const [bitmap, setBitmap] = useState<ImageBitmap>();
  const [pointed, setPointed] = useState(false);
  useEffect(() => {
    let here = true;
    const show = (tick: number): Promise<void> =>
      stage()
        .thumb(scene, Math.max(0, Math.min(length - 1, Math.round(tick))), width * 2)
        .then((value) => {
          if (here) setBitmap(value);
        });
    if (!pointed || window.matchMedia?.('(prefers-reduced-motion: reduce)').matches) {
      const timer = setTimeout(() => void show(length * 0.55), 60);
      return () => {
        here = false;
        clearTimeout(timer);
      };
    }
    void (async () => {
      const started = performance.now();
      while (here) {
        await show((((performance.now() - started) / 1000) * TICKS_PER_SECOND) % length);
        await new Promise((next) => setTimeout(next, 1000 / RATE));
      }
    })();
    return () => {
      here = false;
    };
  }, [scene, length, width, pointed]);
  const missing = ready.places.length - placesTaken(ready, cast);
  return (
    <button
      type="button"
      data-ready={ready.id}
      className="rounded-[8px] text-left"
      style={{ width: POSTER.width }}
      onPointerEnter={() => setPointed(true)}
      onPointerLeave={() => setPointed(false)}
      onFocus={(event) => event.currentTarget.matches(':focus-visible') && setPointed(true)}
      onBlur={() => setPointed(false)}
      onClick={onTake}
    >
      <span
        className={`flex justify-center overflow-hidden rounded-[7px] bg-bench ${pointed ? 'outline-2 outline-lamp [box-shadow:0_0_0_3px_var(--color-ink)]' : ''}`}
        style={POSTER}
      >
        <Bitmap bitmap={bitmap} width={width} height={POSTER.height} />
      </span>
      <span className="block truncate pt-1 text-[12.5px] leading-4 font-[650]">{ready.name}</span>
      <span className="block truncate text-[11.5px] leading-4 text-ink-2">{missing > 0 ? `${missing} place${missing === 1 ? '' : 's'} left empty` : ready.says}</span>
    </button>
  );
}
