import { ChevronLeft, Download, Maximize, Mic, Pause, Pencil, Play, Plus } from 'lucide-react';
import { useCallback, useEffect, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { insertLine } from '#core/edit/commands/lines';
import { formatLength, formatMoment } from '#core/time/format';
import { inOrder } from '#core/time/order';
import { TICKS_PER_SECOND } from '#core/time/ticks';
import { type PlacedScene, speakerName, type useFilm } from '../composer/film.ts';
import { Ribbon } from '../composer/Ribbon.tsx';
import { RIBBON } from '../composer/ribbonRows.ts';
import { StageView } from '../composer/StageView.tsx';
import { playLine, seek, stop, togglePlay } from '../composer/transport.ts';
import { makeId } from '../ids.ts';
import { Recorder, type Recording } from '../script/Recorder.tsx';
import { run, useProduction } from '../state/production.ts';
import { choose, useView, view } from '../state/view.ts';
import { useTyped } from '../typing/useTyped.ts';
import { Choice } from '../ui/fields.tsx';
import { CutTag } from '../ui/parts.tsx';
import { toneOf } from '../ui/speakers.ts';

type Tab = 'script' | 'record' | 'watch';
/** Pixels a second on the small ribbon. */
const ZOOM = 46;

const goTo = ({ id, start }: { id: string; start: number }): void => {
  choose({ kind: 'line', id });
  seek(start);
};

/** The studio on a phone: the stage stays on top; script, recording and watching below it, one at a time. */
export function Narrow({ found }: { found: NonNullable<ReturnType<typeof useFilm>> }) {
  const [tab, setTab] = useState<Tab>('script');
  const [recording, setRecording] = useState<Recording>();
  const { document, scene, film } = found;
  const navigate = useNavigate();
  const save = useProduction((state) => state.save);
  const chosen = useView((state) => state.line);
  const at = scene.lines.find(({ id }) => id === chosen) ?? scene.lines.find(({ line }) => line.kind === 'line');
  // The film as it will be, not the set with its handles.
  useEffect(() => {
    view({ throughCamera: true });
    return () => view({ throughCamera: false });
  }, []);
  // The playhead says which line is meant: swiping the conversation or playing it walks through the script.
  useEffect(() => {
    const follow = (tick: number): void => {
      const under = scene.lines.findLast(({ start, end, line }) => line.kind === 'line' && start <= tick && tick < end);
      if (under && under.id !== useView.getState().line) choose({ kind: 'line', id: under.id });
    };
    // Only a playhead that moves chooses: words that are typed, or a voice that comes, change the scene and leave the choice.
    if (useView.getState().line === undefined) follow(useView.getState().tick);
    return useView.subscribe((state, before) => state.tick !== before.tick && follow(state.tick));
  }, [scene]);
  const scenes = inOrder(document.scenes);
  const record = (line: string): void => {
    stop();
    view({ line });
    setRecording({ kind: 'line', line });
  };
  return (
    <div className="flex h-full flex-col bg-paper" data-narrow={tab}>
      <header className="flex h-[52px] shrink-0 items-center gap-2 border-b border-line px-2">
        <button type="button" aria-label="Your productions" className="flex size-11 items-center justify-center rounded-[10px] text-ink-2" onClick={() => void navigate('/')}>
          <ChevronLeft size={22} />
        </button>
        <h1 className="m-0 min-w-0 flex-1 truncate text-[16px] font-[680]">{document.production.title}</h1>
        {scenes.length > 1 && (
          <Choice
            label="Scene"
            size="small"
            className="max-w-28"
            value={scene.id}
            options={scenes.map(([id, one]) => ({ value: id, label: one.title }))}
            onChange={(id) => {
              choose(undefined);
              view({ scene: id, tick: 0 });
              void navigate(`/p/${document.production.id}/scenes/${id}`);
            }}
          />
        )}
        <output className={`text-[12px] ${save === 'unsaved' ? 'font-semibold text-warn' : 'text-ink-2'}`} data-save={save}>
          {save === 'saved' ? 'Saved' : save === 'saving' ? 'Saving …' : 'Kept on this device'}
        </output>
      </header>
      <Stage scene={scene} full={tab === 'watch'} film={film.length} />
      <SwipeRibbon scene={scene} />
      {tab !== 'watch' && (
        <main className="scrolls min-h-0 flex-1 overflow-y-auto" aria-label="Script">
          <Lines scene={scene} editing={tab === 'script'} onRecord={record} />
        </main>
      )}
      {tab === 'record' && at && (
        <section className="shrink-0 border-t border-line bg-paper px-4 pt-2 pb-3 [box-shadow:0_-8px_24px_-12px_rgb(15_33_38/0.28)]" aria-label="Record">
          <div className="flex items-baseline justify-between">
            <h2 className="m-0 text-[16px] font-[680]">Line {at.index + 1}</h2>
            <span className="text-[13px] text-ink-2">{formatLength(at.end - at.start)} so far</span>
          </div>
          <div className="mt-2 flex items-center justify-around">
            <Act label="Hear it" onClick={() => playLine(at.id)} />
            <button
              type="button"
              aria-label={`Record line ${at.index + 1}`}
              className="flex size-[72px] items-center justify-center rounded-full bg-err text-white ring-8 ring-err-soft"
              onClick={() => record(at.id)}
            >
              <Mic size={30} strokeWidth={1.8} />
            </button>
            <Act label="Next line" onClick={() => goTo(scene.lines[at.index + 1] ?? at)} />
          </div>
        </section>
      )}
      <nav className="flex h-[62px] shrink-0 border-t border-line bg-paper" aria-label="Pages">
        {(
          [
            ['script', 'Script', Pencil],
            ['record', 'Record', Mic],
            ['watch', 'Watch', Play],
          ] as const
        ).map(([id, label, Icon]) => (
          <button
            key={id}
            type="button"
            aria-current={tab === id ? 'page' : undefined}
            className={`relative flex flex-1 flex-col items-center justify-center gap-0.5 text-[12px] ${tab === id ? 'font-[680] text-ink' : 'text-ink-2'}`}
            onClick={() => {
              setTab(id);
              if (id === 'watch') {
                view({ scene: film.scenes[0]?.id ?? scene.id, tick: 0 });
                togglePlay('film');
              } else stop();
            }}
          >
            {tab === id && <span className="absolute top-0 h-1 w-12 bg-act" />}
            <Icon size={20} strokeWidth={1.7} />
            {label}
          </button>
        ))}
        <button
          type="button"
          className="flex flex-1 flex-col items-center justify-center gap-0.5 text-[12px] text-ink-2"
          onClick={() => void navigate(`/p/${document.production.id}/export`)}
        >
          <Download size={20} strokeWidth={1.7} />
          Export
        </button>
      </nav>
      {recording && <Recorder document={document} scene={scene} recording={recording} onClose={() => setRecording(undefined)} />}
    </div>
  );
}

const Act = ({ label, onClick }: { label: string; onClick: () => void }) => (
  <button type="button" className="h-11 min-w-20 rounded-[10px] px-3 text-[13px] font-[600] text-ink-2 active:bg-bench" onClick={onClick}>
    {label}
  </button>
);

function Stage({ scene, full, film }: { scene: PlacedScene; full: boolean; film: number }) {
  const playing = useView((state) => state.playing);
  const holder = useRef<HTMLDivElement>(null);
  const time = useRef<HTMLSpanElement>(null);
  useEffect(() => {
    const show = ({ tick }: { tick: number }): void => {
      if (time.current) time.current.textContent = formatMoment(full ? scene.start + tick : tick, 1);
    };
    show(useView.getState());
    return useView.subscribe(show);
  }, [full, scene.start]);
  return (
    <div ref={holder} className={`relative flex w-full flex-col bg-deep ${full ? 'min-h-0 flex-1' : 'h-[219px] shrink-0'}`}>
      <StageView scene={scene} bare />
      <span className="pointer-events-none absolute top-2 left-2 rounded-[6px] bg-deep/75 px-2 py-0.5 text-[13px] font-[650] text-on-deep">
        <span ref={time} /> <span className="font-normal text-on-deep-2">of {formatMoment(full ? film : scene.length, 1)}</span>
      </span>
      <div className="pointer-events-none absolute inset-x-0 bottom-0 flex h-14 items-center justify-between px-3 *:pointer-events-auto">
        <button
          type="button"
          aria-label={playing ? 'Pause' : 'Play'}
          className="flex size-11 items-center justify-center rounded-full bg-white text-ink"
          onClick={() => togglePlay(full ? 'film' : 'scene')}
        >
          {playing ? <Pause size={20} fill="currentColor" /> : <Play size={20} fill="currentColor" className="ml-0.5" />}
        </button>
        <button
          type="button"
          aria-label="Full screen"
          className="flex size-11 items-center justify-center rounded-full bg-deep/75 text-on-deep"
          onClick={() => void holder.current?.requestFullscreen?.()}
        >
          <Maximize size={20} strokeWidth={1.8} />
        </button>
      </div>
    </div>
  );
}

/** The conversation under the stage: swiping it carries the playhead. */
function SwipeRibbon({ scene }: { scene: PlacedScene }) {
  const scroller = useRef<HTMLDivElement>(null);
  const own = useRef(false);
  const [visible, setVisible] = useState({ from: -200, to: 900 });
  const width = Math.ceil((scene.length / TICKS_PER_SECOND) * ZOOM);
  const half = useCallback((): number => (scroller.current?.clientWidth ?? 390) / 2, []);
  useEffect(() => {
    const follow = ({ tick }: { tick: number }): void => {
      const element = scroller.current;
      if (!element) return;
      own.current = true;
      element.scrollLeft = (tick / TICKS_PER_SECOND) * ZOOM;
    };
    follow(useView.getState());
    return useView.subscribe((state, before) => state.tick !== before.tick && follow(state));
  }, []);
  return (
    <div
      ref={scroller}
      className="relative h-[46px] shrink-0 overflow-x-auto overflow-y-hidden border-b border-line bg-paper [scrollbar-width:none]"
      onScroll={(event) => {
        const { scrollLeft } = event.currentTarget;
        setVisible((old) => (Math.abs(old.from + 200 - scrollLeft) > 150 ? { from: scrollLeft - 200, to: scrollLeft + 900 } : old));
        if (own.current) own.current = false;
        else if (!useView.getState().playing) seek((scrollLeft / ZOOM) * TICKS_PER_SECOND, true);
      }}
      data-swipe
    >
      <div className="relative h-full" style={{ width: width + half() * 2, paddingLeft: half() }}>
        <div className="relative" style={{ width, top: -RIBBON.ruler }}>
          <Ribbon scene={scene} zoom={ZOOM} width={width} visible={visible} />
        </div>
      </div>
      <span className="pointer-events-none sticky left-1/2 -mt-[46px] block h-[46px] w-[3px] -translate-x-1/2 border-x border-ink bg-lamp" />
    </div>
  );
}

function Lines({ scene, editing, onRecord }: { scene: PlacedScene; editing: boolean; onRecord: (line: string) => void }) {
  const document = useProduction((state) => state.document);
  const chosen = useView((state) => state.line);
  const list = useRef<HTMLOListElement>(null);
  useEffect(() => {
    // Other pages leave the list another height: what is chosen stays in sight.
    if (chosen) list.current?.querySelector('[data-chosen]')?.scrollIntoView({ block: editing ? 'nearest' : 'center' });
  }, [chosen, editing]);
  if (!document) return null;
  const last = scene.lines.at(-1);
  const add = (): void => {
    const id = makeId('line');
    const roles = inOrder(document.production.roles).map(([role]) => role);
    const role = scene.lines.findLast(({ line }) => line.role !== last?.line.role)?.line.role ?? roles[0];
    if (!role) return;
    run('New line', insertLine(scene.id, id, role, '', last?.id ?? null, makeId));
    choose({ kind: 'line', id });
  };
  return (
    <ol ref={list} className="m-0 list-none p-0">
      {scene.lines.map((line) => {
        const tone = toneOf(line.line.role ? document.production.roles[line.line.role]?.colour : undefined);
        const on = chosen === line.id;
        return (
          <li
            key={line.id}
            data-chosen={on ? '' : undefined}
            data-narrow-line={line.index + 1}
            className="flex gap-3 border-2 px-3.5 py-2.5"
            style={on ? { background: tone.tint, borderColor: '#0f2b30' } : { borderColor: 'transparent' }}
          >
            <span className="pt-1">
              <CutTag colour={line.line.role ? document.production.roles[line.line.role]?.colour : undefined} width={18} height={16} />
            </span>
            <div className="min-w-0 flex-1">
              <button type="button" className="flex min-h-8 w-full items-baseline justify-between gap-2 text-left" onClick={() => goTo(line)}>
                <span className="text-[14px] font-[680]" style={{ color: tone.deep }}>
                  {line.line.kind === 'beat' ? 'Beat' : speakerName(document, scene.id, line.line.role)}
                </span>
                <span className="text-[12px] text-ink-2">
                  {formatMoment(line.start, 1)}
                  {on ? `, ${formatLength(line.end - line.start)}` : ''}
                </span>
              </button>
              {line.line.kind === 'line' && editing && on ? (
                <LineWords scene={scene.id} line={line.id} text={line.line.text} />
              ) : (
                // biome-ignore lint/a11y/useKeyWithClickEvents: the button above it does the same
                // biome-ignore lint/a11y/noStaticElementInteractions: the button above it does the same
                <div className="font-serif text-[17px] leading-6" onClick={() => goTo(line)}>
                  {line.line.text || <i className="text-ink-3">no words yet</i>}
                </div>
              )}
              {on && line.line.kind === 'line' && (
                <div className="mt-1.5 flex gap-2">
                  <button type="button" className="h-11 rounded-[10px] border border-edge bg-paper px-3 text-[13px] font-semibold" onClick={() => playLine(line.id)}>
                    Play
                  </button>
                  <button
                    type="button"
                    aria-label="Record this line"
                    className="flex h-11 items-center gap-1.5 rounded-[10px] border border-edge bg-paper px-3 text-[13px] font-semibold"
                    onClick={() => onRecord(line.id)}
                  >
                    <Mic size={16} strokeWidth={1.8} /> Record
                  </button>
                </div>
              )}
            </div>
          </li>
        );
      })}
      <li className="p-3.5">
        <button
          type="button"
          className="flex h-11 w-full items-center justify-center gap-2 rounded-[10px] border border-dashed border-edge text-[14px] font-semibold text-ink-2"
          onClick={add}
        >
          <Plus size={16} /> {scene.lines.length ? 'Next line' : 'First line'}
        </button>
      </li>
    </ol>
  );
}

function LineWords({ scene, line, text }: { scene: string; line: string; text: string }) {
  const words = useTyped({ kind: 'words', scene, line }, text);
  const area = useRef<HTMLTextAreaElement>(null);
  useEffect(() => {
    const element = area.current;
    if (!element) return;
    element.style.height = 'auto';
    element.style.height = `${element.scrollHeight}px`;
  });
  return (
    <textarea
      ref={area}
      aria-label="Words of the line"
      value={words.text}
      placeholder="What is said"
      rows={1}
      className="w-full resize-none rounded-[8px] border border-edge bg-white px-2 py-1 font-serif text-[17px] leading-6"
      onChange={(event) => words.type(event.target.value)}
      onBlur={() => words.leave()}
      onKeyDown={(event) => {
        event.stopPropagation();
        if (event.key === 'Escape') words.restore();
      }}
    />
  );
}
