import { Trash2 } from 'lucide-react';
import { type ReactNode, useEffect, useRef } from 'react';
import { type Cue, type CueKind, isPin, MOUTH_SHAPES } from '#core/document/schema';
import { changeCue, deleteCues, rehangCue, stretchCue } from '#core/edit/commands/cues';
import { keepProposals, takeOutProposals } from '#core/edit/commands/direct';
import { ACTIONS, actionOf } from '#core/figure/actions/index';
import { EXPRESSIONS } from '#core/figure/expressions/index';
import { THINGS, thingOf } from '#core/figure/things/index';
import { hasShoulder } from '#core/stage/shoulder';
import { formatLength, formatOffset, parseTime } from '#core/time/format';
import { TICKS_PER_SECOND } from '#core/time/ticks';
import { run, useOpenDocument } from '../state/production.ts';
import { useView, view } from '../state/view.ts';
import { TypedArea } from '../typing/TypedArea.tsx';
import { Check, NamedChoice, NamedSlider } from '../ui/fields.tsx';
import { IconButton, ValueField } from '../ui/parts.tsx';
import type { PlacedScene } from './film.ts';
import { cueLabel, FRAMING_NAMES, nameOfLayer } from './lanes.ts';
import { SoundFields } from './SoundFields.tsx';
import { WayFields } from './WayFields.tsx';

const Pick = ({ label, value, options, onChange }: { label: string; value: string; options: readonly (readonly [string, string])[]; onChange: (value: string) => void }) => (
  <NamedChoice label={label} value={value} options={options.map(([key, text]) => ({ value: key, label: text }))} onChange={onChange} />
);

/** The chosen cue: where it hangs, how long it holds, and its own values. */
export function CuePart({ id, cue, scene }: { id: string; cue: Cue; scene: PlacedScene }) {
  const document_ = useOpenDocument();
  const times = scene.resolved.cues.get(id);
  const section = useRef<HTMLElement>(null);
  useEffect(() => {
    // Once it is laid out: asked for before, the whole page would be laid out in the middle of a press.
    const later = setTimeout(() => section.current?.scrollIntoView({ block: 'nearest' }), 60);
    return () => clearTimeout(later);
  }, []);
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
            view({ cue: undefined, together: [], last: undefined });
          }}
        >
          <Trash2 size={13} strokeWidth={1.6} />
        </IconButton>
      </div>
      {(cue.note || cue.proposed) && (
        <div
          className={`mb-2 flex items-center gap-2 rounded-[6px] px-2 py-1 text-[12px] ${cue.proposed ? 'border border-proposal-line bg-proposal text-warn' : 'bg-bench text-ink-2'}`}
        >
          <span className="min-w-0 flex-1">{`${cue.proposed ? 'Proposed: ' : 'Why: '}${cue.note ?? ''}`}</span>
          {cue.proposed && (
            <>
              <button type="button" className="rounded-sm font-[650] text-act hover:underline" onClick={() => run('Keep a proposal', keepProposals(scene.id, [id]))}>
                Keep
              </button>
              <button type="button" className="rounded-sm font-[650] text-act hover:underline" onClick={() => run('Take a proposal out', takeOutProposals(scene.id, [id]))}>
                Take out
              </button>
            </>
          )}
        </div>
      )}
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
        <Own id={id} cue={cue} scene={scene} change={change} nameOf={(layer) => nameOfLayer(document_, scene, layer)} />
      </div>
    </section>
  );
}

/** A cue kind's own fields. */
function Own({
  id,
  cue,
  scene,
  change,
  nameOf,
}: {
  id: string;
  cue: Cue;
  scene: PlacedScene;
  change: (values: Partial<Cue>) => void;
  nameOf: (layer: string) => string;
}): ReactNode {
  const people = Object.entries(scene.scene.layers).filter(([, layer]) => layer.kind === 'character');
  const strength = (value: number, top: number): ReactNode => (
    <NamedSlider label={`Strength ${Math.round(value * 100)} %`} min={0.2} max={top} step={0.05} value={value} onTake={(next) => change({ strength: next } as Partial<Cue>)} />
  );
  switch (cue.kind satisfies CueKind) {
    case 'gesture': {
      const c = cue as Extract<Cue, { kind: 'gesture' }>;
      return (
        <>
          <Pick label="Gesture" value={c.action} options={ACTIONS.map((a) => [a.id, a.name])} onChange={(action) => change({ action } as Partial<Cue>)} />
          {actionOf(c.action)?.handed !== false && (
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
          )}
          {actionOf(c.action)?.holds && (
            <Pick
              label="In the hand"
              value={c.thing ?? ''}
              options={[['', `${thingOf(actionOf(c.action)?.holds)?.name ?? ''}, as made`], ...THINGS.map((thing) => [thing.id, thing.name] as const), ['none', 'Nothing']]}
              onChange={(thing) => change({ thing: thing || undefined } as Partial<Cue>)}
            />
          )}
          {strength(c.strength, 1.5)}
          <Pick
            label="Speed"
            value={String(c.speed ?? 1)}
            options={[
              ['0.5', 'Half'],
              ['0.75', 'Slow'],
              ['1', 'As made'],
              ['1.35', 'Quick'],
              ['2', 'Double'],
            ]}
            onChange={(speed) => change({ speed: Number(speed) } as Partial<Cue>)}
          />
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
    case 'move':
      return <WayFields id={id} cue={cue as Extract<Cue, { kind: 'move' }>} scene={scene} />;
    case 'mouth': {
      const c = cue as Extract<Cue, { kind: 'mouth' }>;
      return <Pick label="Shape" value={c.shape} options={MOUTH_SHAPES.map((shape) => [shape, shape])} onChange={(shape) => change({ shape } as Partial<Cue>)} />;
    }
    case 'camera': {
      const c = cue as Extract<Cue, { kind: 'camera' }>;
      const overs = people.length > 1 ? people.filter(([id]) => hasShoulder(scene.layers.get(id)?.acting?.character)) : [];
      return (
        <>
          <Pick
            label="Framing"
            value={c.framing}
            options={Object.entries(FRAMING_NAMES).filter(([key]) => key === c.framing || (key === 'shoulder' ? overs.length > 0 : key !== 'place'))}
            onChange={(framing) =>
              change({
                framing,
                subjects: subjectsFor(
                  framing as typeof c.framing,
                  c.subjects,
                  people.map(([id]) => id),
                  overs.map(([id]) => id),
                ),
              } as Partial<Cue>)
            }
          />
          {c.framing === 'shoulder' ? (
            <Pick
              label="Looks"
              value={c.subjects.slice(0, 2).join(' ')}
              options={people.flatMap(([seen]) =>
                overs.filter(([over]) => over !== seen).map(([over]) => [`${seen} ${over}`, `at ${nameOf(seen)}, over ${nameOf(over)}`] as const),
              )}
              onChange={(ids) => change({ subjects: ids.split(' ') } as Partial<Cue>)}
            />
          ) : (
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
          )}
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
          <Pick
            label="Held"
            value={String(c.shake ?? 0)}
            options={[
              ['0', 'still'],
              ['0.25', 'by hand'],
              ['0.6', 'shaking'],
              ['1', 'a quake'],
              ...(['0', '0.25', '0.6', '1'].includes(String(c.shake ?? 0)) ? [] : [[String(c.shake), `${Math.round((c.shake ?? 0) * 100)} %`] as const]),
            ]}
            onChange={(shake) => change({ shake: Number(shake) || undefined } as Partial<Cue>)}
          />
          <Pick
            label="Sharp"
            value={c.focus ? (c.focus.on ?? 'subject') : ''}
            options={[
              ['', 'everything'],
              ...(c.subjects.length ? [['subject', 'whom it shows'] as const] : []),
              ...Object.entries(scene.scene.layers).flatMap(([layer, one]) => (one.parent === undefined && one.kind !== 'effect' ? [[layer, nameOf(layer)] as const] : [])),
            ]}
            onChange={(on) => change({ focus: on ? { on: on === 'subject' ? null : on, blur: c.focus?.blur ?? 0.5 } : undefined } as Partial<Cue>)}
          />
          {c.focus && (
            <NamedSlider
              label={`The rest ${Math.round(c.focus.blur * 100)} % soft`}
              min={0.05}
              max={1}
              step={0.05}
              value={c.focus.blur}
              onTake={(blur) => change({ focus: { on: c.focus?.on ?? null, blur } } as Partial<Cue>)}
            />
          )}
          {c.subjects.length > 0 && (
            <Check checked={c.follow === true} onChange={(on) => change({ follow: on || undefined } as Partial<Cue>)} className="col-span-2 self-end pb-1.5 text-[12px] text-ink-2">
              Goes along while they move
            </Check>
          )}
        </>
      );
    }
    case 'sound': {
      const c = cue as Extract<Cue, { kind: 'sound' }>;
      return (
        <div className="col-span-3">
          <SoundFields sound={c} fps={scene.fps} onChange={(values) => change(values as Partial<Cue>)} />
        </div>
      );
    }
    case 'caption': {
      const { text } = cue as Extract<Cue, { kind: 'caption' }>;
      return <TypedArea target={{ kind: 'captionCue', scene: scene.id, cue: id }} value={text} label="Text" most={200} className="col-span-3" words="font-serif" />;
    }
  }
}

/** Whom another framing holds, out of whom it held: nobody if wide, two for two of them, and one over the shoulder of another who has one. */
function subjectsFor(framing: Extract<Cue, { kind: 'camera' }>['framing'], held: readonly string[], people: readonly string[], overs: readonly string[]): string[] {
  if (framing === 'wide') return [];
  const all = [...held, ...people.filter((id) => !held.includes(id))];
  if (framing === 'shoulder') {
    const over = [held[1], ...all.toReversed()].find((id) => id !== undefined && overs.includes(id)) as string;
    return [all.find((id) => id !== over) as string, over];
  }
  if (framing === 'two-shot') return held.length > 1 ? [...held] : all.slice(0, 2);
  return held.length ? [...held] : all.slice(0, 1);
}
