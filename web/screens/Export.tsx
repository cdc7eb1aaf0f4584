import { Check, Download, X } from 'lucide-react';
import { useEffect, useState } from 'react';
import { useParams } from 'react-router';
import { toast } from 'sonner';
import type { FilmFormatChoice, FilmProgress } from '#core/document/answers';
import { sentenceOf } from '#core/document/failure';
import { FRAMES } from '#core/document/schema';
import { formatDuration, formatMoment, parseTime } from '#core/time/format';
import { FRAME_RATES, type FrameRate, ticksPerFrame } from '#core/time/ticks';
import { getJson, mediaUrl, sendJson } from '../api.ts';
import { type PlacedScene, useFilm, useOpenFilm } from '../composer/film.ts';
import { stage } from '../stage/client.ts';
import { useAnalyses, wantAnalyses } from '../state/analyses.ts';
import { openProduction, useProduction } from '../state/production.ts';
import { NamedChoice } from '../ui/fields.tsx';
import { Button, ValueField } from '../ui/parts.tsx';
import { BeforeExport } from './BeforeExport.tsx';
import { FilmRibbon, LastFrame, Progress } from './FilmParts.tsx';
import { NotFound } from './NotFound.tsx';
import { TopBar } from './TopBar.tsx';

const SIDES = [540, 720, 1080, 2160] as const;
/** Bytes a second of a 1080p film at these settings, from our own films; other sizes by their area. */
const TYPICAL_RATE = 190_000;

export function Export() {
  const { production } = useParams();
  const problem = useProduction((state) => state.problem);
  const document_ = useProduction((state) => state.document);
  const analyses = useAnalyses((state) => state.byHash);
  const found = useFilm();
  useEffect(() => {
    if (production) void openProduction(production);
  }, [production]);
  useEffect(() => {
    if (document_) wantAnalyses(document_);
  }, [document_]);
  useEffect(() => {
    if (found) stage().show(found.document, analyses);
  }, [found, analyses]);
  if (problem) return <NotFound sentence={problem} />;
  if (!found)
    return (
      <div className="flex h-full flex-col" aria-busy="true">
        <div className="h-11 border-b border-line bg-paper" />
        <div className="m-6 h-96 rounded-[10px] bg-well" />
      </div>
    );
  return (
    <div className="flex h-full flex-col">
      <TopBar page="export" />
      <Page />
    </div>
  );
}

function Page() {
  const { document, film } = useOpenFilm();
  const save = useProduction((state) => state.save);
  const shape = document.production.frame;
  const [side, setSide] = useState<number>(1080);
  const [fps, setFps] = useState<FrameRate>(document.production.fps);
  const [captions, setCaptions] = useState(true);
  const [name, setName] = useState(document.production.title);
  const [formats, setFormats] = useState<readonly FilmFormatChoice[]>([]);
  const [format, setFormat] = useState('mp4');
  const extension = formats.find((one) => one.id === format)?.extension ?? format;
  const [from, setFrom] = useState(0);
  const [to, setTo] = useState<number>();
  const [films, setFilms] = useState<FilmProgress[]>([]);
  const [starting, setStarting] = useState(false);
  const id = document.production.id;
  const even = (value: number): number => Math.round(value / 2) * 2;
  const width = even((FRAMES[shape][0] * side) / 1080);
  const height = even((FRAMES[shape][1] * side) / 1080);
  const end = Math.min(to ?? film.length, film.length);
  const length = Math.max(0, end - from);
  const current = films.find((f) => f.state === 'rendering');
  const running = current?.id;

  useEffect(() => {
    getJson<FilmFormatChoice[]>('/film-formats').then(setFormats, (thrown) => toast.error(sentenceOf(thrown)));
  }, []);
  useEffect(() => {
    getJson<FilmProgress[]>(`/productions/${id}/films`).then(setFilms, (thrown) => toast.error(sentenceOf(thrown)));
  }, [id]);
  useEffect(() => {
    if (!running) return;
    const events = new EventSource(`/api/films/${running}/events`);
    events.onmessage = ({ data }) => {
      const now = JSON.parse(data) as FilmProgress;
      setFilms((all) => all.map((f) => (f.id === now.id ? now : f)));
      if (now.state !== 'rendering') events.close();
    };
    return () => events.close();
  }, [running]);

  const start = async (): Promise<void> => {
    setStarting(true);
    try {
      const ending = `.${extension}`;
      const own = name.trim() || document.production.title;
      const file = own.toLowerCase().endsWith(ending) ? own : `${own}${ending}`;
      const made = await sendJson<{ id: string }>('POST', `/productions/${id}/films`, {
        name: file,
        options: { width, height, fps, from, to: to === undefined ? null : end, captions, format, preset: 'veryfast', crf: 19 },
      });
      const fresh = await getJson<FilmProgress>(`/films/${made.id}`);
      setFilms((all) => [fresh, ...all]);
    } catch (thrown) {
      toast.error(sentenceOf(thrown));
    } finally {
      setStarting(false);
    }
  };
  const cancel = async (film_id: string): Promise<void> => {
    const now = await sendJson<FilmProgress>('POST', `/films/${film_id}/cancel`).catch((thrown) => void toast.error(sentenceOf(thrown)));
    if (now) setFilms((all) => all.map((f) => (f.id === now.id ? now : f)));
  };
  const time = (typed: string): number | undefined => {
    const value = parseTime(typed, fps);
    return value === undefined || value < 0 || value > film.length ? undefined : value;
  };
  return (
    <main className="scrolls flex flex-1 gap-6 overflow-y-auto p-6 max-[900px]:flex-col max-[900px]:p-3">
      <section className="min-w-0 flex-1 max-[900px]:flex-none" aria-label="The film">
        <LastFrame scene={film.scenes[0] as PlacedScene} shape={shape} captions={captions} />
        <div className="card mt-4 p-4">
          <div className="mb-2 flex items-baseline justify-between">
            <h2 className="m-0 text-[16px] font-[680]">{document.production.title}</h2>
            <span className="text-[12px] text-ink-2">
              {film.scenes.length} scene{film.scenes.length === 1 ? '' : 's'}, {formatDuration(film.length)}
            </span>
          </div>
          <FilmRibbon film={current} />
          {current && <Progress film={current} cancel={() => void cancel(current.id)} />}
        </div>
        <div className="mt-4">
          <h2 className="m-0 mb-1 text-[13px] font-[680]">Films made</h2>
          {films.filter((f) => f.state !== 'rendering').length === 0 && (
            <p className="m-0 text-[13px] text-ink-2">None yet. Press “Export film”; you can go on editing meanwhile.</p>
          )}
          <ul className="m-0 list-none p-0">
            {films
              .filter((f) => f.state !== 'rendering')
              .map((f) => (
                <li key={f.id} className="flex h-9 items-center gap-3 border-b border-line" data-film={f.state}>
                  {f.state === 'done' ? <Check size={15} className="text-ok" /> : <X size={15} className={f.state === 'failed' ? 'text-err' : 'text-ink-3'} />}
                  <span className="min-w-0 flex-1 truncate font-semibold">{f.name}</span>
                  <span className="text-[12px] text-ink-2">
                    {f.state === 'done'
                      ? `${f.frames} frames, ${f.reused} of ${f.segments} segments reused`
                      : f.state === 'cancelled'
                        ? `cancelled; finished parts are kept for the next export`
                        : (f.error ?? 'failed')}
                  </span>
                  {f.state === 'done' && f.media && (
                    <a
                      className="inline-flex h-7 items-center gap-1.5 rounded-[7px] border border-edge px-2.5 font-semibold hover:bg-bench"
                      href={`${mediaUrl(f.media)}?download=${encodeURIComponent(f.name)}`}
                      download={f.name}
                      data-download
                    >
                      <Download size={14} strokeWidth={1.6} /> Download
                    </a>
                  )}
                </li>
              ))}
          </ul>
        </div>
      </section>
      <section className="w-[440px] shrink-0 max-[900px]:order-first max-[900px]:w-full" aria-label="Export">
        <div className="card p-5">
          <h1 className="m-0 mb-1 text-[18px] leading-6 font-[650]">Export film</h1>
          <p className="mt-0 mb-4 text-ink-2">MP4 that plays everywhere. No mark on it, no account.</p>
          <fieldset className="m-0 mb-4 grid grid-cols-2 gap-2 border-0 p-0">
            <legend className="sr-only">What is written</legend>
            {(
              [
                [true, 'Video with captions', 'The words are in the picture'],
                [false, 'Video', 'Picture and voices alone'],
              ] as const
            ).map(([value, title, about]) => (
              <label
                key={title}
                className={`cursor-pointer rounded-[9px] border p-3 ${captions === value ? 'border-ink bg-act-soft [box-shadow:0_0_0_1px_var(--color-ink)]' : 'border-line'}`}
              >
                <input type="radio" name="captions" className="sr-only" checked={captions === value} onChange={() => setCaptions(value)} />
                <span className="block font-semibold">{title}</span>
                <span className="text-[12px] text-ink-2">{about}</span>
              </label>
            ))}
          </fieldset>
          <div className="grid grid-cols-2 gap-3">
            <NamedChoice
              label="Size"
              value={String(side)}
              options={SIDES.map((s) => ({
                value: String(s),
                label: `${even((FRAMES[shape][0] * s) / 1080)} × ${even((FRAMES[shape][1] * s) / 1080)}${s === 1080 ? ', good for all' : s === 2160 ? ', very large' : s === 540 ? ', quick look' : ''}`,
              }))}
              onChange={(next) => setSide(Number(next))}
            />
            <NamedChoice
              label="Frames a second"
              value={String(fps)}
              options={FRAME_RATES.map((rate) => ({ value: String(rate), label: `${rate}${rate === document.production.fps ? ', as the production' : ''}` }))}
              onChange={(next) => setFps(Number(next) as FrameRate)}
            />
            <ValueField
              label="From"
              value={formatMoment(from)}
              hint={`A time from 0:00 to ${formatMoment(film.length, 1)}.`}
              onCommit={(typed) => {
                const value = time(typed);
                if (value === undefined || value >= end) return false;
                setFrom(value);
                return true;
              }}
            />
            <ValueField
              label="To"
              value={to === undefined ? `${formatMoment(film.length)} (end)` : formatMoment(end)}
              hint="A time after the start."
              onCommit={(typed) => {
                const value = time(typed);
                if (value === undefined || value <= from) return false;
                setTo(value >= film.length ? undefined : value);
                return true;
              }}
            />
          </div>
          <div className="mt-3 grid grid-cols-2 gap-3">
            <label className="flex flex-col gap-1 text-[12px] text-ink-2">
              File name
              <input
                value={name}
                onChange={(event) => setName(event.target.value)}
                maxLength={110}
                className="h-[28px] rounded-[6px] border border-edge bg-white px-2 text-[13px] text-ink"
              />
            </label>
            <NamedChoice
              label="Kind of file"
              value={format}
              placeholder={format.toUpperCase()}
              options={formats.map(({ id, name: called }) => ({ value: id, label: called }))}
              onChange={setFormat}
            />
          </div>
          <p className="my-3 text-[12px] text-ink-2">
            {Math.round(length / ticksPerFrame(fps))} frames, about {Math.max(0.1, (TYPICAL_RATE * (length / 48_000) * ((width * height) / 2_073_600) ** 0.75) / 1e6).toFixed(1)} MB
          </p>
          <Button kind="primary" className="!h-9 w-full" disabled={starting || !!running || save === 'unsaved' || length <= 0} onClick={() => void start()} data-export>
            {running ? 'Being made …' : save === 'unsaved' ? 'Waiting for the server to save' : 'Export film'}
          </Button>
        </div>
        <BeforeExport />
      </section>
    </main>
  );
}
