import { deleteLines } from '#core/edit/commands/lines';
import { setBeat } from '#core/edit/commands/turns';
import type { ScheduledLine } from '#core/schedule/lines';
import { formatMoment, parseTime } from '#core/time/format';
import { TICKS_PER_SECOND } from '#core/time/ticks';
import type { PlacedScene } from '../composer/film.ts';
import { run } from '../state/production.ts';
import { choose } from '../state/view.ts';
import { ValueField } from '../ui/parts.tsx';

/** A beat in the script: silence of a given length. */
export function BeatRow({ scene, line, chosen }: { scene: PlacedScene; line: ScheduledLine; chosen: boolean }) {
  return (
    <article
      data-line={line.id}
      className={`grid grid-cols-[74px_30px_minmax(0,1fr)] items-center rounded-[10px] border px-2 py-1 ${chosen ? 'border-ink bg-bench' : 'border-transparent'}`}
      onPointerDown={() => choose({ kind: 'line', id: line.id })}
    >
      <span className="pr-3 text-right text-[12px] font-[650]">{formatMoment(line.start, 1)}</span>
      <span className="ml-[2px] h-[14px] w-[14px] rounded-full border-2 border-edge" />
      <span className="flex items-center gap-2 text-[12px] text-ink-2">
        <span className="font-serif text-[14px] italic">beat</span>
        <ValueField
          label=""
          value={`${(line.line.beat / TICKS_PER_SECOND).toFixed(2)} s`}
          className="w-20"
          step={(direction, large) => run('Change a beat', setBeat(scene.id, line.id, line.line.beat + direction * (large ? 10 : 1) * (TICKS_PER_SECOND / scene.fps)))}
          onCommit={(text) => {
            const value = parseTime(text, scene.fps);
            if (value === undefined || value < 0) return false;
            run('Change a beat', setBeat(scene.id, line.id, value));
            return true;
          }}
        />
        <button type="button" className="text-act hover:underline" onClick={() => run('Delete a beat', deleteLines(scene.id, [line.id]))}>
          Delete
        </button>
      </span>
    </article>
  );
}
