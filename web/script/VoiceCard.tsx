import { AudioLines, Mic, Play, Square, Trash2, Upload } from 'lucide-react';
import { useState } from 'react';
import type { Document, Take } from '#core/document/schema';
import { chooseTake, removeTake, setAside } from '#core/edit/commands/lines';
import { joinLines, splitLine } from '#core/edit/commands/turns';
import type { ScheduledLine } from '#core/schedule/lines';
import { takeOf } from '#core/schedule/timing';
import { gainOf } from '#core/sound/mix';
import { formatLength } from '#core/time/format';
import { inOrder } from '#core/time/order';
import { colourOf, type PlacedScene } from '../composer/film.ts';
import { audition, playLine, stop } from '../composer/transport.ts';
import { makeId } from '../ids.ts';
import { run } from '../state/production.ts';
import { useView } from '../state/view.ts';
import { TypedName } from '../typing/TypedName.tsx';
import { Button, CutTag, Empty, IconButton, Popover, PopoverPanel } from '../ui/parts.tsx';
import { toneOf } from '../ui/speakers.ts';
import { chooseFiles, importOnLine, SOUND_TYPES } from '../voices.ts';
import { CleanUp } from './CleanUp.tsx';
import { ShapeDraft } from './ShapeDraft.tsx';
import { Waveform } from './Waveform.tsx';
import { WordStrip } from './WordStrip.tsx';

const WIDTH = 338;

/** The chosen line's voice: what speaks now, its takes, its words in the sound, its draft. */
export function VoiceCard({ document, scene, onRecord }: { document: Document; scene: PlacedScene; onRecord: (line: string) => void }) {
  const chosen = useView((state) => state.line);
  const line = scene.lines.find(({ id, line: one }) => id === chosen && one.kind === 'line');
  return (
    <aside className="scrolls flex w-[376px] max-[1099px]:w-[300px] shrink-0 flex-col overflow-y-auto border-l border-line bg-paper" aria-label="The voice of the chosen line">
      {line ? (
        <Card key={line.id} document={document} scene={scene} line={line} onRecord={() => onRecord(line.id)} />
      ) : (
        <div className="p-4">
          <Empty sentence="Choose a line to hear it, record it, or shape its draft voice." />
        </div>
      )}
    </aside>
  );
}

function Card({ document, scene, line, onRecord }: { document: Document; scene: PlacedScene; line: ScheduledLine; onRecord: () => void }) {
  const colour = colourOf(document, line.line.role);
  const tone = toneOf(colour);
  const role = line.line.role ? document.production.roles[line.line.role] : undefined;
  const takes = inOrder(line.line.takes).toReversed();
  const real = takes.filter(([, take]) => take.kind !== 'draft');
  const used = takeOf(line.line);
  const usedId = line.line.take;
  const hung = Object.values(scene.scene.cues).filter((cue) => cue.start.to === 'word' && line.line.words[cue.start.word]).length;
  const playing = useView((state) => state.playing);
  return (
    <>
      <div className="flex items-center gap-2 px-4 pt-3.5 pb-2">
        <CutTag colour={colour} width={16} height={20} />
        <h2 className="m-0 min-w-0 flex-1 truncate text-[16px] leading-[22px] font-[680]">
          Line {line.index + 1}, {role?.name}
        </h2>
        <span className="text-[12px] text-ink-2">{formatLength(line.end - line.start)}</span>
        <IconButton label={playing ? 'Stop' : 'Hear the line in the scene'} onClick={() => (playing ? stop() : playLine(line.id))}>
          {playing ? <Square size={14} fill="currentColor" /> : <Play size={14} fill="currentColor" />}
        </IconButton>
      </div>
      <div className="flex items-center gap-3 px-4 pb-3">
        <button
          type="button"
          aria-label={`Record take ${real.length + 1} (R)`}
          className="flex size-[54px] shrink-0 items-center justify-center rounded-full border-4 border-err-soft bg-err text-white hover:border-err"
          onClick={onRecord}
        >
          <Mic size={22} strokeWidth={1.8} />
        </button>
        <div className="min-w-0 flex-1">
          <div className="font-[680]">Record take {real.length + 1}</div>
          <div className="text-[12px] text-ink-2">or drop a sound on the line, or</div>
          <button
            type="button"
            className="inline-flex items-center gap-1 text-[12px] font-semibold text-act hover:underline"
            onClick={() => void chooseFiles(SOUND_TYPES, false).then(([file]) => (file ? importOnLine(scene.id, line.id, file) : undefined))}
          >
            <Upload size={12} strokeWidth={1.8} /> bring a voice file in
          </button>
        </div>
      </div>
      <section aria-label="Takes" className="px-4 pb-3">
        <div className="mb-1.5 flex items-baseline justify-between">
          <h3 className="m-0 text-[13px] font-[680]">Takes</h3>
          <span className="text-[12px] text-ink-2">
            {used?.analysis ? (Object.keys(used.times).length ? 'words matched to the script' : 'no words yet') : used ? 'listening to it …' : ''}
          </span>
        </div>
        {takes.map(([id, take]) => (
          <TakeRow key={id} scene={scene} line={line} id={id} take={take} used={id === usedId} tint={tone.tint} strong={tone.fine} />
        ))}
        {takes.length === 0 && <Empty sentence={line.line.text ? 'The draft voice is on its way.' : 'Type the words: the draft voice speaks them at once.'} />}
        {used && usedId && used.kind !== 'draft' && <WordStrip scene={scene} line={line} id={usedId} take={used} tone={tone} hung={hung} width={WIDTH} />}
      </section>
      {used && usedId && used.kind !== 'draft' && <CleanUp scene={scene} line={line.id} id={usedId} take={used} />}
      {role && line.line.role && (
        <ShapeDraft
          role={line.line.role}
          name={role.name}
          voice={role.voice}
          text={line.line.text}
          mouth={role.mouth}
          lines={scene.lines.filter((one) => one.line.role === line.line.role).length}
        />
      )}
      <section aria-label="The line" className="border-t border-line px-4 py-3">
        <div className="flex flex-wrap gap-1.5">
          <SplitButton scene={scene} line={line} />
          <Button className="!h-7 !px-2.5" onClick={() => run('Join two lines', joinLines(scene.id, line.id, makeId))}>
            Join with the next
          </Button>
          <Button
            className={`!h-7 !px-2.5 ${line.line.offStage ? '!bg-act-soft' : ''}`}
            aria-pressed={line.line.offStage}
            onClick={() => run('On or off stage', setAside(scene.id, line.id, { offStage: !line.line.offStage }))}
          >
            Off stage
          </Button>
        </div>
      </section>
    </>
  );
}

/** One take: heard by itself before it is used, named, used, thrown away. */
function TakeRow({ scene, line, id, take, used, tint, strong }: { scene: PlacedScene; line: ScheduledLine; id: string; take: Take; used: boolean; tint: string; strong: string }) {
  const [heard, setHeard] = useState(false);
  const draft = take.kind === 'draft';
  const longest = Math.max(...Object.values(line.line.takes).map(({ length }) => length));
  return (
    <div
      data-take={take.name}
      className={`mb-2 rounded-[10px] border px-2.5 pt-1.5 pb-2 ${used ? 'border-ink [box-shadow:0_0_0_1px_var(--color-ink)]' : 'border-transparent bg-bench'}`}
      style={used ? { background: tint } : undefined}
    >
      <div className="flex items-center gap-2">
        <button
          type="button"
          aria-label={heard ? `Stop ${take.name}` : `Hear ${take.name} alone`}
          className={`flex size-[26px] items-center justify-center rounded-full border ${heard || used ? 'border-act bg-act text-white' : 'border-edge bg-paper text-ink'}`}
          onClick={() => {
            if (heard) return stop();
            setHeard(true);
            audition({ media: take.media, from: take.from, length: take.length, gain: gainOf(take.gainDb) }, () => setHeard(false));
          }}
        >
          {heard ? <Square size={11} fill="currentColor" /> : <Play size={11} fill="currentColor" />}
        </button>
        {draft ? (
          <span className="inline-flex items-center gap-1.5 font-[650]">
            <AudioLines size={13} strokeWidth={1.6} /> Draft voice
          </span>
        ) : (
          <TypedName value={take.name} label="Name of the take" className="max-w-32 truncate font-[650]" target={{ kind: 'take', scene: scene.id, line: line.id, take: id }} />
        )}
        {used ? (
          <span className="text-[12px] font-semibold" style={{ color: strong }}>
            in use
          </span>
        ) : (
          <button type="button" className="text-[12px] font-semibold text-act hover:underline" onClick={() => run('Use another take', chooseTake(scene.id, line.id, id))}>
            Use it
          </button>
        )}
        <span className="flex-1" />
        <span className="text-[12px] text-ink-2">{formatLength(take.length)}</span>
        {!draft && (
          <IconButton label={`Remove ${take.name}`} className="!size-6" onClick={() => run('Remove a take', removeTake(scene.id, line.id, id))}>
            <Trash2 size={13} strokeWidth={1.6} />
          </IconButton>
        )}
      </div>
      <button
        type="button"
        tabIndex={-1}
        aria-hidden="true"
        className="mt-1 block w-full cursor-pointer"
        onClick={() => !used && run('Use another take', chooseTake(scene.id, line.id, id))}
      >
        <Waveform
          media={take.media}
          from={take.from}
          length={take.length}
          width={WIDTH - 22}
          height={30}
          colour={used ? strong : '#6f8586'}
          share={Math.max(0.12, take.length / longest)}
        />
      </button>
    </div>
  );
}

/** Parts the line before a word that is pointed at. */
function SplitButton({ scene, line }: { scene: PlacedScene; line: ScheduledLine }) {
  const words = inOrder(line.line.words);
  const [open, setOpen] = useState(false);
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger asChild>
        <Button className="!h-7 !px-2.5" disabled={words.length < 2}>
          Split …
        </Button>
      </Popover.Trigger>
      <PopoverPanel className="w-80" align="start">
        <p className="mt-0 mb-2 text-[12px] text-ink-2">The new line begins with the word you choose. A recording is parted there too.</p>
        <div className="flex flex-wrap gap-1">
          {words.map(([id, { text }], index) => (
            <button
              key={id}
              type="button"
              disabled={index === 0}
              className="rounded-[5px] border border-line px-1.5 font-serif text-[14px] leading-6 hover:border-ink hover:bg-act-soft disabled:border-transparent disabled:text-ink-3"
              onClick={() => {
                setOpen(false);
                run('Split a line', splitLine(scene.id, line.id, id, makeId('line'), makeId));
              }}
            >
              {text}
            </button>
          ))}
        </div>
      </PopoverPanel>
    </Popover.Root>
  );
}
