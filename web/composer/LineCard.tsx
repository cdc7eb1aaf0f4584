import { AudioLines, Clock, MessageSquare, Mic2, Pencil, Play, Trash2, Upload } from 'lucide-react';
import { type ReactNode, useEffect, useRef, useState } from 'react';
import { type Cue, type CueKind, isPin, MOUTH_SHAPES } from '#core/document/schema';
import { changeCue, deleteCues, rehangCue, stretchCue } from '#core/edit/commands/cues';
import { chooseTake, deleteLines, giveLine, removeTake, setAside, setGap, setLineText } from '#core/edit/commands/lines';
import { ACTIONS } from '#core/figure/actions/index';
import { EXPRESSIONS } from '#core/figure/expressions/index';
import type { ScheduledLine } from '#core/schedule/schedule';
import { takeOf } from '#core/schedule/timing';
import { formatLength, formatMoment, formatOffset, parseTime } from '#core/time/format';
import { inOrder } from '#core/time/order';
import { TICKS_PER_SECOND } from '#core/time/ticks';
import { makeId } from '../ids.ts';
import { run, useProduction } from '../state/production.ts';
import { useView, view } from '../state/view.ts';
import { Button, CutTag, Empty, IconButton, Popover, PopoverPanel, ValueField } from '../ui/parts.tsx';
import { toneOf } from '../ui/speakers.ts';
import { chooseFiles, importOnLine, SOUND_TYPES } from '../voices.ts';
import { colourOf, type PlacedScene } from './film.ts';
import { KIND_ICONS } from './HangMenu.tsx';
import { cueLabel, FRAMING_NAMES } from './lanes.ts';
import { playLine, seek } from './transport.ts';

/** The chosen line: its words, its take, its gap, what hangs from it, and the chosen cue's numbers. */
export function LineCard({ scene }: { scene: PlacedScene }) {
  const document_ = useProduction((state) => state.document);
  const lineId = useView((state) => state.line);
  const cueId = useView((state) => state.cue);
  const line = scene.lines.find(({ id }) => id === lineId);
  const cue = cueId ? scene.scene.cues[cueId] : undefined;
  if (!document_) return null;
  return (
    <aside className="scrolls flex h-full min-w-0 flex-col overflow-y-auto border-l border-line bg-paper" aria-label="The chosen line">
      {line ? (
        <LinePart key={line.id} line={line} scene={scene} />
      ) : (
        <div className="p-4">
          <Empty sentence={scene.lines.length ? 'Choose a line on the ribbon to see its words and what hangs from them.' : 'Write the first line on the ribbon below.'} />
        </div>
      )}
      {cue && cueId && <CuePart key={cueId} id={cueId} cue={cue} scene={scene} />}
    </aside>
  );
}

function LinePart({ line, scene }: { line: ScheduledLine; scene: PlacedScene }) {
  const document_ = useProduction((state) => state.document) as NonNullable<ReturnType<typeof useProduction.getState>['document']>;
  const colour = colourOf(document_, line.line.role);
  const tone = toneOf(colour);
  const [editing, setEditing] = useState(line.line.kind === 'line' && line.line.text === '' && !line.line.take);
  const area = useRef<HTMLTextAreaElement>(null);
  const cueId = useView((state) => state.cue);
  useEffect(() => {
    if (editing) area.current?.focus();
  }, [editing]);
  const hung = Object.entries(scene.scene.cues)
    .map(([id, cue]) => ({
      id,
      cue,
      word: cue.start.to === 'word' ? line.words.find((w) => w.id === (cue.start as { word: string }).word) : undefined,
      start: scene.resolved.cues.get(id)?.start ?? 0,
    }))
    .filter(({ cue, word }) => word || (cue.start.to === 'line' && cue.start.line === line.id))
    .sort((a, b) => a.start - b.start);
  const words = new Set(hung.map(({ word }) => word?.id));
  const take = takeOf(line.line);
  const beat = line.line.kind === 'beat';
  const save = (text: string): void => {
    setEditing(false);
    run('Change the words', setLineText(scene.id, line.id, text.trim().replace(/\s+/g, ' '), makeId));
  };
  return (
    <div className="px-4 pt-3 pb-3">
      <div className="mb-2 flex items-center gap-2">
        <CutTag colour={colour} width={13} height={15} />
        <span className="text-[13px] font-[680]">Line {line.index + 1},</span>
        {beat ? (
          <span className="text-[13px] font-[680]">beat</span>
        ) : (
          <select
            aria-label="Who speaks this line"
            value={line.line.role ?? ''}
            onChange={(event) => run('Give the line to another speaker', giveLine(scene.id, line.id, event.target.value))}
            className="-ml-1 rounded-[6px] border border-transparent bg-transparent py-0.5 text-[13px] font-[680] hover:border-edge"
            style={{ color: tone.deep }}
          >
            {inOrder(document_.production.roles).map(([id, role]) => (
              <option key={id} value={id}>
                {role.name}
              </option>
            ))}
          </select>
        )}
        <span className="flex-1" />
        <span className="text-[12px] text-ink-2">
          {formatMoment(line.start, 1)} to {formatMoment(line.end, 1)}
        </span>
      </div>
      {!beat &&
        (editing ? (
          <textarea
            ref={area}
            aria-label="Words of the line"
            defaultValue={line.line.text}
            placeholder="What is said"
            rows={3}
            className="w-full resize-none rounded-[6px] border border-edge bg-white px-2 py-1 font-serif text-[17px] leading-6"
            onBlur={(event) => save(event.target.value)}
            onKeyDown={(event) => {
              event.stopPropagation();
              if (event.key === 'Enter' && !event.shiftKey) {
                event.preventDefault();
                event.currentTarget.blur();
              }
              if (event.key === 'Escape') {
                event.currentTarget.value = line.line.text;
                event.currentTarget.blur();
              }
            }}
          />
        ) : (
          <p className="group m-0 font-serif text-[17px] leading-6" onDoubleClick={() => setEditing(true)}>
            {line.words.map((word) => (
              <span key={word.id}>
                <CardWord word={word} line={line.id} hung={words.has(word.id)} tone={tone} />{' '}
              </span>
            ))}
            {line.words.length === 0 && <span className="text-ink-3 italic">No words yet. Type them, and the mouth follows better. </span>}
            <IconButton label="Change the words" className="!inline-flex !size-6 align-middle" onClick={() => setEditing(true)}>
              <Pencil size={13} strokeWidth={1.6} />
            </IconButton>
          </p>
        ))}
      <div className="mt-2 flex flex-wrap gap-1">
        {!beat && (
          <Popover.Root>
            <Popover.Trigger asChild>
              <button type="button" className="inline-flex h-[26px] items-center gap-1.5 rounded-[7px] border border-edge px-2 text-[12px] font-semibold hover:bg-bench">
                {take?.kind === 'draft' || !take ? <AudioLines size={13} strokeWidth={1.6} /> : <Mic2 size={13} strokeWidth={1.6} />}
                {!take ? 'Making the draft voice' : take.kind === 'draft' ? 'Draft voice' : take.name}
              </button>
            </Popover.Trigger>
            <PopoverPanel className="w-72">
              <p className="mt-0 mb-2 text-[12px] text-ink-2">A take replaces the draft voice; what hangs from the words comes along.</p>
              {inOrder(line.line.takes).map(([id, each]) => (
                <div key={id} className={`flex items-center gap-2 rounded-[7px] px-2 py-1 ${line.line.take === id ? 'bg-act-soft' : 'hover:bg-well'}`}>
                  <button
                    type="button"
                    className="flex flex-1 items-center gap-2 text-left"
                    aria-pressed={line.line.take === id}
                    onClick={() => run('Use another take', chooseTake(scene.id, line.id, id))}
                  >
                    {each.kind === 'draft' ? <AudioLines size={13} /> : <Mic2 size={13} />}
                    <span className="font-semibold">{each.name}</span>
                    <span className="text-[12px] text-ink-2">{formatLength(each.length)}</span>
                    {line.line.take === id && <span className="text-[12px] font-semibold text-act">in use</span>}
                  </button>
                  {each.kind !== 'draft' && (
                    <IconButton label={`Remove ${each.name}`} className="!size-6" onClick={() => run('Remove a take', removeTake(scene.id, line.id, id))}>
                      <Trash2 size={13} />
                    </IconButton>
                  )}
                </div>
              ))}
              <Button
                className="mt-2 w-full"
                icon={<Upload size={14} strokeWidth={1.6} />}
                onClick={() => void chooseFiles(SOUND_TYPES, false).then(([file]) => file && importOnLine(scene.id, line.id, file))}
              >
                Bring in a voice file
              </Button>
            </PopoverPanel>
          </Popover.Root>
        )}
        <span className="inline-flex h-[26px] items-center gap-1.5 rounded-[7px] border border-line px-2 text-[12px] font-semibold">
          <Clock size={13} strokeWidth={1.6} />
          {formatLength(line.end - line.start)}
        </span>
        <GapChip line={line} scene={scene} />
        <IconButton label="Play this line" className="!size-[26px]" onClick={() => playLine(line.id)}>
          <Play size={14} strokeWidth={1.6} />
        </IconButton>
        {!beat && (
          <IconButton
            label={line.line.offStage ? 'The speaker is off stage; bring the voice back on stage' : 'Heard from off stage'}
            aria-pressed={line.line.offStage}
            className={`!size-[26px] ${line.line.offStage ? 'bg-act-soft' : ''}`}
            onClick={() => run('On or off stage', setAside(scene.id, line.id, { offStage: !line.line.offStage }))}
          >
            <MessageSquare size={14} strokeWidth={1.6} />
          </IconButton>
        )}
        <IconButton
          label="Delete the line (Delete)"
          className="!size-[26px]"
          onClick={() => {
            run('Delete a line', deleteLines(scene.id, [line.id]));
            view({ line: undefined, cue: undefined });
          }}
        >
          <Trash2 size={14} strokeWidth={1.6} />
        </IconButton>
      </div>
      {!beat && (
        <>
          <div className="mt-3 mb-1 flex items-center justify-between">
            <h3 className="m-0 text-[13px] font-[680]">Hanging from this line</h3>
            <button
              type="button"
              className="rounded-sm text-[13px] font-semibold text-act hover:underline"
              onClick={(event) => line.words[0] && view({ hanging: { line: line.id, word: line.words[0].id, x: event.clientX - 200, y: event.clientY + 8 } })}
            >
              Hang a cue
            </button>
          </div>
          {hung.length === 0 && <p className="m-0 text-[12px] text-ink-2">Nothing yet. Click a word, or drag it down onto a lane.</p>}
          <ul className="m-0 list-none p-0">
            {hung.map(({ id, cue, word, start }) => (
              <li
                key={id}
                className={`-mx-2 flex items-center rounded-[7px] px-2 ${cueId === id ? 'bg-act-soft [box-shadow:inset_0_0_0_1.5px_var(--color-ink)]' : 'hover:bg-bench'}`}
              >
                <button
                  type="button"
                  aria-pressed={cueId === id}
                  className="flex h-[26px] min-w-0 flex-1 items-center gap-2 text-left"
                  onClick={() => (view({ cue: id }), seek(start))}
                >
                  <span className="shrink-0" style={{ color: tone.fine }}>
                    {KIND_ICONS[cue.kind]}
                  </span>
                  <span className="min-w-0 flex-1 truncate">{cueLabel(document_, scene, cue)}</span>
                  <span className="font-serif italic" style={{ color: tone.deep }}>
                    {word?.text.replace(/[.,?!;:]+$/, '') ?? 'line'}
                  </span>
                  <span className="w-[58px] text-right text-[12px] text-ink-2">{formatOffset(cue.start.offset)}</span>
                </button>
              </li>
            ))}
          </ul>
        </>
      )}
    </div>
  );
}

function CardWord({ word, line, hung, tone }: { word: ScheduledLine['words'][number]; line: string; hung: boolean; tone: ReturnType<typeof toneOf> }) {
  const element = useRef<HTMLButtonElement>(null);
  useEffect(() => {
    const mark = (tick: number): void => {
      element.current?.toggleAttribute('data-spoken', tick >= word.start && tick < word.end);
    };
    mark(useView.getState().tick);
    return useView.subscribe((state) => mark(state.tick));
  }, [word]);
  return (
    <button
      ref={element}
      type="button"
      className="rounded-[3px] hover:bg-act-soft data-[spoken]:bg-lamp data-[spoken]:font-semibold"
      style={hung ? { borderBottom: `2px solid ${tone.fine}` } : undefined}
      onClick={(event) => {
        const box = event.currentTarget.getBoundingClientRect();
        view({ hanging: { line, word: word.id, x: box.left, y: box.bottom } });
      }}
    >
      {word.text}
    </button>
  );
}

function GapChip({ line, scene }: { line: ScheduledLine; scene: PlacedScene }) {
  const [open, setOpen] = useState(false);
  if (line.gap === undefined) return null;
  const text = line.gap >= 0 ? `Gap ${formatLength(line.gap)}` : `Over ${formatLength(-line.gap)}`;
  const set = (value: number): void => void run('Change a turn gap', setGap(scene.id, line.id, value));
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger asChild>
        <button
          type="button"
          className={`inline-flex h-[26px] items-center rounded-[7px] border px-2 text-[12px] font-semibold hover:bg-bench ${line.gap < 0 ? 'border-warn text-warn' : 'border-edge'}`}
        >
          {text}
        </button>
      </Popover.Trigger>
      <PopoverPanel className="w-56">
        <ValueField
          label="Silence before this line (minus: it overlaps)"
          value={`${(line.gap / TICKS_PER_SECOND).toFixed(2)} s`}
          step={(direction, large) => set((line.gap as number) + direction * (large ? 10 : 1) * (TICKS_PER_SECOND / scene.fps))}
          onCommit={(typed) => {
            const value = parseTime(typed, scene.fps);
            if (value === undefined) return false;
            set(value);
            setOpen(false);
            return true;
          }}
        />
      </PopoverPanel>
    </Popover.Root>
  );
}

const Pick = ({ label, value, options, onChange }: { label: string; value: string; options: readonly (readonly [string, string])[]; onChange: (value: string) => void }) => (
  <label className="flex min-w-0 flex-col gap-1 text-[12px] text-ink-2">
    {label}
    <select value={value} onChange={(event) => onChange(event.target.value)} className="h-[28px] w-full rounded-[6px] border border-edge bg-white px-1.5 text-[13px] text-ink">
      {options.map(([key, text]) => (
        <option key={key} value={key}>
          {text}
        </option>
      ))}
    </select>
  </label>
);

function CuePart({ id, cue, scene }: { id: string; cue: Cue; scene: PlacedScene }) {
  const document_ = useProduction((state) => state.document) as NonNullable<ReturnType<typeof useProduction.getState>['document']>;
  const times = scene.resolved.cues.get(id);
  const section = useRef<HTMLElement>(null);
  useEffect(() => section.current?.scrollIntoView({ block: 'nearest' }), []);
  if (!times) return null;
  const home = cue.start.to === 'word' ? scene.resolved.words.get(cue.start.word)?.line : undefined;
  const line = scene.lines.find((l) => l.id === (home ?? useView.getState().line));
  const change = (values: Partial<Cue>): void => void run(`Change ${cue.kind}`, changeCue(scene.id, id, values));
  const words = line?.words ?? [];
  return (
    <section ref={section} className="border-t border-line px-4 py-3" aria-label="The chosen cue">
      <div className="mb-2 flex items-center justify-between gap-2">
        <h3 className="m-0 truncate text-[13px] font-[680]">{cueLabel(document_, scene, cue)}</h3>
        <span className="shrink-0 text-[12px] text-ink-2">{cue.start.to === 'scene' || cue.start.to === 'film' ? 'placed by hand' : 'moves with the word'}</span>
        <IconButton
          label="Delete this cue (Delete)"
          className="!size-6"
          onClick={() => {
            run('Delete a cue', deleteCues(scene.id, [id]));
            view({ cue: undefined });
          }}
        >
          <Trash2 size={13} strokeWidth={1.6} />
        </IconButton>
      </div>
      <div className="grid grid-cols-3 gap-2">
        <Pick
          label="Starts at"
          value={cue.start.to === 'word' ? cue.start.word : ''}
          options={[['', cue.start.to === 'word' ? 'the clock' : 'placed by hand'], ...words.map((w) => [w.id, w.text] as const)]}
          onChange={(word) =>
            run('Hang a cue elsewhere', rehangCue(scene.id, id, word ? { to: 'word', word, edge: 'start', offset: 0 } : { to: 'scene', edge: 'start', offset: times.start }))
          }
        />
        <ValueField
          label="Offset"
          value={formatOffset(cue.start.offset)}
          step={(direction, large) =>
            run('Nudge a cue', rehangCue(scene.id, id, { ...cue.start, offset: cue.start.offset + direction * (large ? 10 : 1) * (TICKS_PER_SECOND / scene.fps) }))
          }
          onCommit={(typed) => {
            const value = parseTime(typed, scene.fps);
            if (value !== undefined) run('Change an offset', rehangCue(scene.id, id, { ...cue.start, offset: value }));
            return value !== undefined;
          }}
        />
        {cue.kind === 'camera' ? (
          <ValueField
            label="Ease over"
            value={`${(cue.over / TICKS_PER_SECOND).toFixed(2)} s`}
            onCommit={(typed) => {
              const value = parseTime(typed, scene.fps);
              if (value === undefined || value < 0) return false;
              change({ over: value } as Partial<Cue>);
              return true;
            }}
          />
        ) : (
          <Pick
            label="Hold until"
            value={isPin(cue.end) && cue.end.to === 'word' ? cue.end.word : ''}
            options={[['', formatLength(times.end - times.start)], ...words.filter((w) => w.end > times.start).map((w) => [w.id, w.text] as const)]}
            onChange={(word) => run('Stretch a cue', stretchCue(scene.id, id, word ? { to: 'word', word, edge: 'end', offset: 0 } : { ticks: times.end - times.start }))}
          />
        )}
        <Own cue={cue} scene={scene} change={change} nameOf={(layer) => layerName(document_, scene, layer)} />
      </div>
    </section>
  );
}

const layerName = (document_: NonNullable<ReturnType<typeof useProduction.getState>['document']>, scene: PlacedScene, id: string): string => {
  const layer = scene.scene.layers[id];
  return layer?.kind === 'character' ? (document_.characters[layer.character]?.name ?? '') : (layer?.name ?? '');
};

/** A cue kind's own fields. */
function Own({ cue, scene, change, nameOf }: { cue: Cue; scene: PlacedScene; change: (values: Partial<Cue>) => void; nameOf: (layer: string) => string }): ReactNode {
  const people = Object.entries(scene.scene.layers).filter(([, layer]) => layer.kind === 'character');
  const strength = (value: number, top: number): ReactNode => (
    <label className="flex flex-col gap-1 text-[12px] text-ink-2">
      Strength {Math.round(value * 100)} %
      <input
        type="range"
        min={0.2}
        max={top}
        step={0.05}
        value={value}
        className="mt-1.5 accent-act"
        onChange={(event) => change({ strength: Number(event.target.value) } as Partial<Cue>)}
      />
    </label>
  );
  switch (cue.kind satisfies CueKind) {
    case 'gesture': {
      const c = cue as Extract<Cue, { kind: 'gesture' }>;
      return (
        <>
          <Pick label="Gesture" value={c.action} options={ACTIONS.map((a) => [a.id, a.name])} onChange={(action) => change({ action } as Partial<Cue>)} />
          <Pick
            label="Hand on stage"
            value={c.hand}
            options={[
              ['left', 'Left'],
              ['right', 'Right'],
              ['both', 'Both'],
            ]}
            onChange={(hand) => change({ hand } as Partial<Cue>)}
          />
          {strength(c.strength, 1.5)}
        </>
      );
    }
    case 'face': {
      const c = cue as Extract<Cue, { kind: 'face' }>;
      return (
        <>
          <Pick label="Face" value={c.expression} options={EXPRESSIONS.map((e) => [e.id, e.name])} onChange={(expression) => change({ expression } as Partial<Cue>)} />
          {strength(c.strength, 1)}
        </>
      );
    }
    case 'look': {
      const c = cue as Extract<Cue, { kind: 'look' }>;
      return (
        <Pick
          label="Looks"
          value={c.target.to === 'layer' ? c.target.layer : c.target.to}
          options={[
            ['viewer', 'at the viewer'],
            ...people.filter(([id]) => id !== c.layer).map(([id]) => [id, `at ${nameOf(id)}`] as const),
            ...(c.target.to === 'place' ? [['place', c.target.name] as const] : []),
          ]}
          onChange={(to) => change({ target: to === 'viewer' ? { to: 'viewer' } : to === 'place' ? c.target : { to: 'layer', layer: to } } as Partial<Cue>)}
        />
      );
    }
    case 'move': {
      const c = cue as Extract<Cue, { kind: 'move' }>;
      return (
        <>
          <ValueField
            label="To (across)"
            value={String(c.x)}
            hint="Write a number of stage units."
            step={(direction, large) => change({ x: c.x + direction * (large ? 50 : 5) } as Partial<Cue>)}
            onCommit={(text) => {
              const value = Number(text.replace('−', '-'));
              if (!Number.isFinite(value)) return false;
              change({ x: Math.round(value) } as Partial<Cue>);
              return true;
            }}
          />
          <Pick
            label="Way"
            value={c.walk ? 'walk' : 'slide'}
            options={[
              ['walk', 'Walk'],
              ['slide', 'Slide'],
            ]}
            onChange={(way) => change({ walk: way === 'walk' } as Partial<Cue>)}
          />
        </>
      );
    }
    case 'mouth': {
      const c = cue as Extract<Cue, { kind: 'mouth' }>;
      return <Pick label="Shape" value={c.shape} options={MOUTH_SHAPES.map((shape) => [shape, shape])} onChange={(shape) => change({ shape } as Partial<Cue>)} />;
    }
    case 'camera': {
      const c = cue as Extract<Cue, { kind: 'camera' }>;
      return (
        <>
          <Pick
            label="Framing"
            value={c.framing}
            options={Object.entries(FRAMING_NAMES).filter(([key]) => key !== 'place' || c.framing === 'place')}
            onChange={(framing) =>
              change({
                framing,
                subjects: framing === 'wide' ? [] : c.subjects.length ? c.subjects : people.map(([id]) => id).slice(0, framing === 'two-shot' ? 2 : 1),
              } as Partial<Cue>)
            }
          />
          <Pick
            label="Holds"
            value={c.subjects.join(' ')}
            options={[
              ['', 'everything'],
              ...people.map(([id]) => [id, nameOf(id)] as const),
              ...(people.length > 1 ? [[people.map(([id]) => id).join(' '), 'all of them'] as const] : []),
            ]}
            onChange={(ids) => change({ subjects: ids ? ids.split(' ') : [] } as Partial<Cue>)}
          />
          <Pick
            label="Push"
            value={String(c.push)}
            options={[
              ['0', 'still'],
              ['0.06', 'slow'],
              ['0.14', 'stronger'],
              ['-0.06', 'slow, outwards'],
              ...(['0', '0.06', '0.14', '-0.06'].includes(String(c.push)) ? [] : [[String(c.push), `${Math.round(c.push * 100)} %`] as const]),
            ]}
            onChange={(push) => change({ push: Number(push) } as Partial<Cue>)}
          />
        </>
      );
    }
    case 'caption': {
      const c = cue as Extract<Cue, { kind: 'caption' }>;
      return (
        <label className="col-span-3 flex flex-col gap-1 text-[12px] text-ink-2">
          Text
          <textarea
            key={c.text}
            defaultValue={c.text}
            maxLength={200}
            rows={2}
            className="rounded-[6px] border border-edge bg-white px-2 py-1 font-serif text-[15px] text-ink"
            onKeyDown={(event) => event.stopPropagation()}
            onBlur={(event) => event.target.value !== c.text && change({ text: event.target.value } as Partial<Cue>)}
          />
        </label>
      );
    }
  }
}
