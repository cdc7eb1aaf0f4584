import { memo, useState } from 'react';
import { moveMarker, nameMarker, removeMarker } from '#core/edit/commands/markers';
import { formatMoment } from '#core/time/format';
import { TICKS_PER_SECOND } from '#core/time/ticks';
import { preview, run } from '../state/production.ts';
import { useView, view } from '../state/view.ts';
import { useDrag } from '../ui/useDrag.ts';
import type { PlacedScene } from './film.ts';
import { along, RIBBON } from './ribbonRows.ts';
import { snapTime } from './snapTime.ts';
import { seek } from './transport.ts';

/** Pixels within which a marker is drawn to a word or a cue. */
const REACH = 6;

/** Moments with a name, on the ruler. */
export const Markers = memo(function Markers({ scene, zoom }: { scene: PlacedScene; zoom: number }) {
  return (
    <>
      {[...scene.resolved.markers].map(([id, at]) => (
        <Flag key={id} scene={scene} id={id} at={at} name={scene.scene.markers?.[id]?.name ?? ''} zoom={zoom} />
      ))}
    </>
  );
});

function Flag({ scene, id, at, name, zoom }: { scene: PlacedScene; id: string; at: number; name: string; zoom: number }) {
  const chosen = useView((state) => state.marker === id);
  const [naming, setNaming] = useState(false);
  const to = (base: number, dx: number, alt: boolean): number => {
    const wanted = base + (dx / zoom) * TICKS_PER_SECOND;
    const found = snapTime(scene, [wanted], alt ? 0 : (REACH / zoom) * TICKS_PER_SECOND, [base], useView.getState().tick);
    view({ snap: found.to });
    return Math.max(0, Math.min(scene.length, wanted + found.by));
  };
  const frame = TICKS_PER_SECOND / scene.fps;
  const drag = useDrag<number>({
    start: () => {
      view({ marker: id });
      return at;
    },
    move: (base, { dx, alt }) => preview(moveMarker(scene.id, id, to(base, dx, alt))),
    end: (base, { dx, alt }) => {
      run('Move a marker', moveMarker(scene.id, id, to(base, dx, alt)));
      view({ snap: undefined });
    },
    cancel: () => {
      view({ snap: undefined });
      preview(undefined);
    },
    click: () => seek(at),
    nudge: (dx) => dx !== 0 && Boolean(run('Move a marker', moveMarker(scene.id, id, at + dx * frame))),
  });
  const keep = (text: string): void => {
    setNaming(false);
    if (text.trim() && text.trim() !== name) run('Name a marker', nameMarker(scene.id, id, text.trim()));
  };
  return (
    <div className="absolute top-0 z-[12]" style={{ left: along(at, zoom) }}>
      {/* Under its flag, through ribbon and lanes. */}
      <span className={`pointer-events-none absolute top-0 -left-px w-0.5 ${chosen ? 'bg-ink' : 'bg-ink-3/60'}`} style={{ height: RIBBON.total }} />
      {naming ? (
        <input
          aria-label="Name of the marker"
          defaultValue={name}
          maxLength={120}
          ref={(input) => input?.select()}
          className="absolute top-0 left-0 h-[17px] w-32 border border-edge bg-white px-1 text-[11px]"
          onPointerDown={(event) => event.stopPropagation()}
          onBlur={(event) => keep(event.currentTarget.value)}
          onKeyDown={(event) => {
            event.stopPropagation();
            if (event.key === 'Enter') keep(event.currentTarget.value);
            if (event.key === 'Escape') setNaming(false);
          }}
        />
      ) : (
        <button
          type="button"
          aria-label={`Marker ${name}, ${formatMoment(at)}`}
          aria-pressed={chosen}
          title={`${name}. Drag it; double click names it; Del takes it away.`}
          className="absolute top-0 left-0 flex h-[17px] max-w-[120px] cursor-grab touch-none items-center pr-3 pl-1 text-[11px] leading-[17px] font-[650] text-paper"
          {...drag}
          onKeyDown={(event) => {
            drag.onKeyDown(event);
            if (event.key === 'F2' || event.key === 'Enter') {
              event.preventDefault();
              event.stopPropagation();
              setNaming(true);
            }
            if (event.key === 'Delete' || event.key === 'Backspace') {
              event.preventDefault();
              event.stopPropagation();
              run('Take a marker away', removeMarker(scene.id, id));
            }
          }}
          onFocus={() => view({ marker: id })}
          onDoubleClick={() => setNaming(true)}
          data-marker={id}
        >
          <span className={`absolute inset-0 [clip-path:polygon(0_0,100%_0,calc(100%-7px)_50%,100%_100%,0_100%)] ${chosen ? 'bg-ink' : 'bg-ink-2'}`} />
          <span className="relative truncate">{name}</span>
        </button>
      )}
    </div>
  );
}
