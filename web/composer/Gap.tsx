import { useEffect, useRef, useState } from 'react';
import { LONG_GAP } from '#core/checks/silence';
import { setGap } from '#core/edit/commands/lines';
import type { ScheduledLine } from '#core/schedule/lines';
import { parseTime } from '#core/time/format';
import { TICKS_PER_SECOND } from '#core/time/ticks';
import { run } from '../state/production.ts';
import type { PlacedScene } from './film.ts';
import { along, RIBBON } from './ribbonRows.ts';

/** The silence before a line, in seconds, changed where it stands. */
export function Gap({ line, scene, zoom }: { line: ScheduledLine; scene: PlacedScene; zoom: number }) {
  const [editing, setEditing] = useState(false);
  const input = useRef<HTMLInputElement>(null);
  useEffect(() => {
    if (editing) input.current?.select();
  }, [editing]);
  const gap = line.gap as number;
  const width = along(gap, zoom);
  const long = gap > LONG_GAP;
  const text = `${(gap / TICKS_PER_SECOND).toFixed(1)} s`;
  return (
    <div className="absolute flex items-center justify-center" style={{ left: along(line.start - gap, zoom), width, top: RIBBON.ruler, height: RIBBON.height }}>
      {width > 14 && (
        <svg width={width} height={9} className="absolute top-1/2 left-0 -mt-[4.5px]" aria-hidden="true">
          <path d={`M3 1v7M${width - 3} 1v7M3 4.5H${width - 3}`} stroke={long ? '#925b0c' : '#6f8586'} fill="none" />
        </svg>
      )}
      {editing ? (
        <input
          ref={input}
          aria-label={`Gap before line ${line.index + 1} in seconds`}
          defaultValue={(gap / TICKS_PER_SECOND).toFixed(2)}
          className="z-10 w-14 rounded-[5px] border border-edge bg-white px-1 text-center text-[12px]"
          onBlur={() => setEditing(false)}
          onKeyDown={(event) => {
            event.stopPropagation();
            if (event.key === 'Escape') setEditing(false);
            if (event.key !== 'Enter') return;
            const value = parseTime(event.currentTarget.value, scene.fps);
            if (value !== undefined) run('Change a turn gap', setGap(scene.id, line.id, value));
            setEditing(false);
          }}
        />
      ) : (
        width > 22 && (
          <button
            type="button"
            aria-label={`Gap before line ${line.index + 1}: ${text}. Change it`}
            className={`z-[5] rounded-[3px] bg-paper px-1 text-[12px] leading-4 ${long ? 'font-semibold text-warn' : 'text-ink'} hover:bg-well`}
            onClick={() => setEditing(true)}
          >
            {width > 40 ? text : (gap / TICKS_PER_SECOND).toFixed(1)}
          </button>
        )
      )}
    </div>
  );
}
