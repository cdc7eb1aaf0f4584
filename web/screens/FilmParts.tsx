import { useEffect, useMemo, useState } from 'react';
import type { FilmProgress } from '#core/document/answers';
import { FRAMES } from '#core/document/schema';
import { type PlacedScene, useOpenFilm } from '../composer/film.ts';
import { stage } from '../stage/client.ts';
import { Bitmap } from '../ui/Bitmap.tsx';
import { Button } from '../ui/parts.tsx';
import { MiniRibbon } from './Home.tsx';

/** A frame from the middle of a line, as large as there is room, as the film will have it: with captions or without. */
export function LastFrame({ scene, shape, captions }: { scene: PlacedScene; shape: keyof typeof FRAMES; captions: boolean }) {
  const [bitmap, setBitmap] = useState<ImageBitmap>();
  const line = scene.lines.find((l) => l.words.length > 2);
  const tick = line ? Math.round(line.start + (line.end - line.start) * 0.45) : 0;
  useEffect(() => {
    let here = true;
    void stage()
      .thumb(scene.id, tick, 1200, captions)
      .then((value) => here && setBitmap(value));
    return () => {
      here = false;
    };
  }, [scene, tick, captions]);
  const [w, h] = FRAMES[shape];
  return (
    <div className="flex justify-center rounded-[10px] bg-deep p-4">
      <Bitmap bitmap={bitmap} width={Math.round((300 * w) / h)} height={300} className="!h-auto max-w-full rounded-[3px] !bg-deep-2" />
    </div>
  );
}

/** The film as its lines; while one is made it fills with strong colour. */
export function FilmRibbon({ film: running }: { film: FilmProgress | undefined }) {
  const { document, film } = useOpenFilm();
  const ribbon = useMemo(
    () =>
      film.scenes.flatMap((scene) =>
        scene.lines.map((line) => ({
          start: scene.start + line.start,
          end: scene.start + line.end,
          colour: line.line.role ? (document.production.roles[line.line.role]?.colour ?? 1) : 1,
          draft: false,
        })),
      ),
    [film, document],
  );
  return <MiniRibbon ribbon={ribbon} length={film.length} {...(running ? { progress: running.done / Math.max(1, running.frames) } : {})} />;
}

/** How far a film is, with a way to stop it. */
export function Progress({ film, cancel }: { film: FilmProgress; cancel: () => void }) {
  const percent = Math.floor((100 * film.done) / Math.max(1, film.frames));
  return (
    <div className="mt-3 flex items-center gap-3" role="status">
      <progress className="h-2 flex-1 accent-act" max={film.frames} value={film.done} aria-label="Export" />
      <span className="w-40 text-right text-[12px] text-ink-2">
        {percent} %{film.secondsLeft === null ? '' : `, ${film.secondsLeft > 90 ? `${Math.round(film.secondsLeft / 60)} min` : `${film.secondsLeft} s`} left`}
      </span>
      <Button onClick={cancel} data-cancel>
        Cancel
      </Button>
    </div>
  );
}
