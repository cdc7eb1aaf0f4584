import { AudioLines, Clock, MessageSquare, Mic2, Pencil, Play, Trash2, Upload } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { chooseTake, deleteLines, giveLine, removeTake, setAside } from '#core/edit/commands/lines';
import type { ScheduledLine } from '#core/schedule/lines';
import { takeOf } from '#core/schedule/timing';
import { formatLength, formatMoment, formatOffset } from '#core/time/format';
import { inOrder } from '#core/time/order';
import { run, useOpenDocument } from '../state/production.ts';
import { choose, useView, view } from '../state/view.ts';
import { useTyped } from '../typing/useTyped.ts';
import { Choice } from '../ui/fields.tsx';
import { Button, CutTag, IconButton, Popover, PopoverPanel } from '../ui/parts.tsx';
import { toneOf } from '../ui/speakers.ts';
import { chooseFiles, importOnLine, SOUND_TYPES } from '../voices.ts';
import { KIND_ICONS } from './cueKinds.tsx';
import { colourOf, type PlacedScene } from './film.ts';
import { LineBegins } from './LineBegins.tsx';
import { cueLabel } from './lanes.ts';
import { directScene } from './Proposals.tsx';
import { playLine, seek } from './transport.ts';

/** The chosen line: its words, its take, its gap, what hangs from it. */
export function LinePart({ line, scene }: { line: ScheduledLine; scene: PlacedScene }) {
  const document_ = useOpenDocument();
  const colour = colourOf(document_, line.line.role);
  const tone = toneOf(colour);
  const [editing, setEditing] = useState(line.line.kind === 'line' && line.line.text === '' && !line.line.take);
  const cueId = useView((state) => state.cue);
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
  return (
    <div className="px-4 pt-3 pb-3">
      <div className="mb-2 flex items-center gap-2">
        <CutTag colour={colour} width={13} height={15} />
        <span className="text-[13px] font-[680]">Line {line.index + 1},</span>
        {beat ? (
          <span className="text-[13px] font-[680]">beat</span>
        ) : (
          <Choice
            label="Who speaks this line"
            look="words"
            size="small"
            colour={tone.deep}
            className="-ml-1.5 !text-[13px] font-[680]"
            value={line.line.role ?? ''}
            options={inOrder(document_.production.roles).map(([id, role]) => ({ value: id, label: role.name }))}
            onChange={(role) => run('Give the line to another speaker', giveLine(scene.id, line.id, role))}
          />
        )}
        <span className="flex-1" />
        <span className="text-[12px] text-ink-2">
          {formatMoment(line.start, 1)} to {formatMoment(line.end, 1)}
        </span>
      </div>
      {!beat &&
        (editing ? (
          <CardWords scene={scene} line={line} onDone={() => setEditing(false)} />
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
              <button type="button" className="inline-flex h-[26px] items-center gap-1 rounded-[7px] border border-edge px-1.5 text-[12px] font-semibold hover:bg-bench">
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
        <span className="inline-flex h-[26px] items-center gap-1 rounded-[7px] border border-line px-1.5 text-[12px] font-semibold">
          <Clock size={13} strokeWidth={1.6} />
          {formatLength(line.end - line.start)}
        </span>
        <LineBegins line={line} scene={scene} />
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
            choose(undefined);
          }}
        >
          <Trash2 size={14} strokeWidth={1.6} />
        </IconButton>
      </div>
      {!beat && (
        <>
          <div className="mt-3 mb-1 flex items-center justify-between">
            <h3 className="m-0 text-[13px] font-[680]">Hanging from this line</h3>
            <span className="flex-1" />
            <button type="button" className="mr-3 rounded-sm text-[13px] font-semibold text-act hover:underline" onClick={() => directScene(scene, [line.id])}>
              Direct it
            </button>
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
                  onClick={() => (choose({ kind: 'cue', id }), seek(start))}
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

/** The words of the line while they are written. */
function CardWords({ scene, line, onDone }: { scene: PlacedScene; line: ScheduledLine; onDone: () => void }) {
  const words = useTyped({ kind: 'words', scene: scene.id, line: line.id }, line.line.text);
  const area = useRef<HTMLTextAreaElement>(null);
  const done = useRef(false);
  useEffect(() => area.current?.focus(), []);
  const leave = (keep: boolean): void => {
    if (done.current) return;
    done.current = true;
    if (keep) words.leave();
    else words.restore();
    onDone();
  };
  return (
    <textarea
      ref={area}
      aria-label="Words of the line"
      value={words.text}
      placeholder="What is said"
      rows={3}
      className="w-full resize-none rounded-[6px] border border-edge bg-white px-2 py-1 font-serif text-[17px] leading-6"
      onChange={(event) => words.type(event.target.value)}
      onBlur={() => leave(true)}
      onKeyDown={(event) => {
        event.stopPropagation();
        if (event.key === 'Enter' && !event.shiftKey) {
          event.preventDefault();
          leave(true);
        }
        if (event.key === 'Escape') leave(false);
      }}
    />
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
