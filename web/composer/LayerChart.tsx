import { useState } from 'react';
import type { Layer, LayerOf } from '#core/document/schema';
import { readTable } from '#core/document/table';
import { changeLayer } from '#core/edit/commands/layers';
import { chartForm } from '#core/stage/charts/forms';
import { run } from '../state/production.ts';
import type { PlacedScene } from './film.ts';

/** A chart's title and its table, as they are typed or pasted from a sheet. */
export function ChartPart({ id, layer, scene }: { id: string; layer: LayerOf<'chart'>; scene: PlacedScene }) {
  const change = (what: string, next: Partial<LayerOf<'chart'>>): void => void run(what, changeLayer(scene.id, id, next as Partial<Layer>));
  const { rows } = readTable(layer.table);
  const { most } = chartForm(layer.form);
  return (
    <div className="flex flex-col gap-2 pb-2" data-chart-part>
      <Field label="What is counted" value={layer.title} rows={1} most={120} onTake={(title) => change('Title of the chart', { title })} />
      <Field label="Table: a name, then a number, a row each" value={layer.table} rows={5} most={2000} onTake={(table) => change('Table of the chart', { table })} />
      {rows.length > most && (
        <p
          className="m-0 rounded-[6px] bg-warn-soft px-2 py-1.5 text-[12px] text-warn"
          role="status"
        >{`This kind shows ${most} rows; ${rows.length - most} are left out. Choose another kind, or join some.`}</p>
      )}
      {rows.length === 0 && (
        <p className="m-0 rounded-[6px] bg-warn-soft px-2 py-1.5 text-[12px] text-warn" role="status">
          The table is empty. Paste some rows, such as “Moon, 68”.
        </p>
      )}
    </div>
  );
}

function Field({ label, value, rows, most, onTake }: { label: string; value: string; rows: number; most: number; onTake: (value: string) => void }) {
  const [text, setText] = useState(value);
  const [known, setKnown] = useState(value);
  if (known !== value) {
    setKnown(value);
    setText(value);
  }
  return (
    <label className="flex flex-col gap-1 text-[12px] text-ink-2">
      {label}
      <textarea
        rows={rows}
        maxLength={most}
        value={text}
        className="resize-none rounded-[6px] border border-edge bg-white px-2 py-1 font-mono text-[12px] text-ink"
        onChange={(event) => setText(event.target.value)}
        onBlur={() => text !== value && onTake(text)}
        onKeyDown={(event) => {
          if (event.key === 'Enter' && rows === 1) {
            event.preventDefault();
            event.currentTarget.blur();
          }
        }}
      />
    </label>
  );
}
