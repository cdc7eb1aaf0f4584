import { MOUTH_SHAPES, type MouthShape } from '#core/document/schema';
import { shapeMouth } from '#core/edit/commands/cues';
import { MOUTH_CHART } from '#core/figure/mouth';
import { formatLength, formatMoment } from '#core/time/format';
import { makeId } from '../ids.ts';
import { run } from '../state/production.ts';
import { choose } from '../state/view.ts';
import type { PlacedScene } from './film.ts';

/** A mouth shape that the voice makes: looked at, and replaced by another one if somebody wants. */
export function ShapePart({ chosen, scene }: { chosen: { layer: string; shape: MouthShape; start: number; end: number }; scene: PlacedScene }) {
  const { layer, shape, start, end } = chosen;
  const change = (wanted: MouthShape): void => {
    const id = makeId('cue');
    if (run('Change a mouth shape', shapeMouth(scene.id, id, layer, wanted, start, end))) choose({ kind: 'cue', id });
  };
  return (
    <section className="px-4 py-3" aria-label="The chosen mouth shape">
      <h3 className="m-0 text-[13px] font-[680]">Mouth shape “{shape}”</h3>
      <p className="mt-0.5 mb-2 text-[12px] text-ink-2">
        From the voice, at {formatMoment(start)}, for {formatLength(end - start)}. Another shape stands before it as a cue.
      </p>
      <div className="grid grid-cols-5 gap-1.5">
        {MOUTH_SHAPES.map((one) => (
          <button
            key={one}
            type="button"
            aria-pressed={one === shape}
            className={`flex flex-col items-center rounded-[7px] border bg-white py-1 text-[11px] ${one === shape ? 'border-ink' : 'border-line hover:border-ink'}`}
            onClick={() => one !== shape && change(one)}
          >
            <Drawn shape={one} />
            {one}
          </button>
        ))}
      </div>
    </section>
  );
}

function Drawn({ shape }: { shape: MouthShape }) {
  const m = MOUTH_CHART[shape];
  const k = 13 / Math.max(m.width, 10);
  return (
    <svg width={40} height={24} viewBox="-20 -12 40 24" aria-hidden="true">
      {m.upper + m.lower > 0.5 ? (
        <path d={`M${-m.width * k} 0Q0 ${-m.upper * 2 * k} ${m.width * k} 0Q0 ${m.lower * 2 * k} ${-m.width * k} 0Z`} fill="#4a1a2a" />
      ) : (
        <path d={`M${-m.width * k} 0H${m.width * k}`} stroke="#4a1a2a" strokeWidth={shape === 'closed' ? 3 : 1.6} strokeLinecap="round" />
      )}
    </svg>
  );
}
