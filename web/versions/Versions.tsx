import { ChevronRight, Flag, X } from 'lucide-react';
import { Dialog } from 'radix-ui';
import { type ReactNode, useCallback, useEffect, useState } from 'react';
import { useNavigate } from 'react-router';
import { toast } from 'sonner';
import type { ListedVersion, VersionList } from '#core/document/answers';
import { sentenceOf } from '#core/document/failure';
import type { Document } from '#core/document/schema';
import { shortened } from '#core/document/text';
import { become } from '#core/edit/become';
import { type Difference, differences } from '#core/edit/differences';
import { inOrder } from '#core/time/order';
import { makeId } from '../ids.ts';
import { run, useProduction } from '../state/production.ts';
import { useView, view } from '../state/view.ts';
import { Button, EditableName, IconButton } from '../ui/parts.tsx';
import { documentOf, forgetVersion, listVersions, nameVersion, openAsNew, pictureOf, renameVersion, stepsOf } from './api.ts';
import { byDay, dayOf, timeOf } from './days.ts';

/** What the production was before: found by its time or its name, looked at beside today, gone back to. */
export function Versions() {
  const open = useView((state) => state.versions);
  return (
    <Dialog.Root open={open} onOpenChange={(versions) => view({ versions })}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-[60] bg-deep/40" />
        <Dialog.Content
          aria-describedby={undefined}
          className="raised fixed top-1/2 left-1/2 z-[61] flex h-[min(660px,calc(100vh-40px))] w-[min(1080px,calc(100vw-24px))] -translate-x-1/2 -translate-y-1/2 flex-col overflow-hidden rounded-[12px] border border-line bg-paper !outline-none"
          data-versions
        >
          <header className="flex h-12 shrink-0 items-center gap-3 border-b border-line px-4">
            <Dialog.Title className="m-0 text-[16px] font-[680]">Versions</Dialog.Title>
            <span className="min-w-0 flex-1 truncate text-[12px] text-ink-2">Every change is kept. Going back is a change of its own: Undo takes it back.</span>
            <Dialog.Close asChild>
              <IconButton label="Close (Esc)">
                <X size={15} />
              </IconButton>
            </Dialog.Close>
          </header>
          <Content />
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

const called = (version: ListedVersion): string => version.name ?? `${dayOf(version.at, new Date())}, ${timeOf(version.at)}`;
const keyOf = ({ id, revision }: ListedVersion): string => id ?? `r${revision}`;

function Content() {
  const production = useProduction((state) => state.document?.production.id);
  const saved = useProduction((state) => state.save === 'saved');
  const [list, setList] = useState<VersionList>();
  const [problem, setProblem] = useState<string>();
  const [chosen, setChosen] = useState<ListedVersion>();
  const load = useCallback(async (): Promise<void> => {
    if (!production) return;
    try {
      setList(await listVersions(production));
      setProblem(undefined);
    } catch (thrown) {
      setProblem(sentenceOf(thrown));
    }
  }, [production]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: what was saved meanwhile is in the list, too
  useEffect(() => void load(), [load, saved]);
  if (!production) return null;
  if (problem)
    return (
      <p className="m-0 p-6 text-[13px]">
        {problem} <Button onClick={() => void load()}>Try again</Button>
      </p>
    );
  if (!list) return <p className="m-0 p-6 text-[13px] text-ink-2">Looking through what was …</p>;
  return (
    <div className="flex min-h-0 flex-1 max-[700px]:flex-col">
      <VersionColumn production={production} list={list} chosen={chosen} saved={saved} onChoose={setChosen} onChange={load} />
      <div className="flex min-w-0 flex-1 flex-col bg-bench">
        {chosen ? (
          <Compared key={keyOf(chosen)} production={production} version={chosen} now={list.revision} onChange={load} onRenamed={(name) => setChosen({ ...chosen, name })} />
        ) : (
          <p className="m-auto max-w-[300px] p-6 text-center text-[13px] text-ink-2">Choose a moment on the left: you see it beside how it is now, and what became of it since.</p>
        )}
      </div>
    </div>
  );
}

function VersionColumn({
  production,
  list,
  chosen,
  saved,
  onChoose,
  onChange,
}: {
  production: string;
  list: VersionList;
  chosen: ListedVersion | undefined;
  saved: boolean;
  onChoose: (version: ListedVersion) => void;
  onChange: () => Promise<void>;
}) {
  const [name, setName] = useState('');
  const [steps, setSteps] = useState<Readonly<Record<number, readonly ListedVersion[]>>>({});
  const keep = async (): Promise<void> => {
    const wanted = name.trim();
    if (!wanted) return;
    try {
      await nameVersion(production, list.revision, wanted);
      setName('');
      await onChange();
    } catch (thrown) {
      toast.error(sentenceOf(thrown));
    }
  };
  const unfold = async (moment: ListedVersion, before: number): Promise<void> => {
    const { [moment.revision]: open, ...rest } = steps;
    if (open) return setSteps(rest);
    try {
      const found = await stepsOf(production, before, moment.revision);
      setSteps({ ...steps, [moment.revision]: found });
    } catch (thrown) {
      toast.error(sentenceOf(thrown));
    }
  };
  const row = (version: ListedVersion, label: ReactNode, detail: string, inner: ReactNode = null, deep = false): ReactNode => (
    <div key={keyOf(version)} className="flex items-center">
      {inner}
      <button
        type="button"
        aria-pressed={chosen !== undefined && keyOf(chosen) === keyOf(version)}
        className={`min-w-0 flex-1 rounded-[7px] border-2 px-2 py-1 text-left ${deep ? 'ml-6' : ''} ${chosen && keyOf(chosen) === keyOf(version) ? 'border-ink bg-act-soft' : 'border-transparent hover:bg-well'}`}
        onClick={() => onChoose(version)}
        data-version={version.revision}
      >
        <span className="flex items-center gap-1.5 truncate text-[13px] leading-[18px] font-[650]">{label}</span>
        <span className="block truncate text-[12px] leading-4 text-ink-2">{detail}</span>
      </button>
    </div>
  );
  const moments = list.moments.filter(({ changes }) => changes > 0 || list.moments.length === 1);
  return (
    <div className="flex w-[316px] shrink-0 flex-col border-r border-line max-[700px]:h-[46%] max-[700px]:w-full max-[700px]:border-r-0 max-[700px]:border-b">
      <form
        className="flex shrink-0 gap-1.5 border-b border-line p-3"
        onSubmit={(event) => {
          event.preventDefault();
          void keep();
        }}
      >
        <input
          aria-label="Name of this version"
          placeholder="Name how it is now"
          value={name}
          maxLength={120}
          className="h-[30px] min-w-0 flex-1 rounded-[6px] border border-edge bg-white px-2 text-[13px]"
          onChange={(event) => setName(event.target.value)}
        />
        <Button kind="primary" type="submit" disabled={!name.trim() || !saved} title={saved ? undefined : 'It is saved first'}>
          Keep
        </Button>
      </form>
      <div className="scrolls min-h-0 flex-1 overflow-y-auto p-2">
        {list.named.length > 0 && (
          <>
            <h3 className="m-0 px-2 pt-1 pb-1 text-[11.5px] font-semibold text-ink-3">With a name</h3>
            {list.named.map((version) =>
              row(
                version,
                <>
                  <Flag size={13} strokeWidth={1.8} className="shrink-0 text-act" /> <span className="truncate">{version.name}</span>
                </>,
                `${dayOf(version.at, new Date())}, ${timeOf(version.at)}`,
              ),
            )}
          </>
        )}
        {byDay(moments, new Date()).map((day) => (
          <div key={day.name}>
            <h3 className="m-0 px-2 pt-3 pb-1 text-[11.5px] font-semibold text-ink-3">{day.name}</h3>
            {day.versions.map((moment) => {
              const before = list.moments[list.moments.indexOf(moment) + 1]?.revision ?? 0;
              const open = steps[moment.revision];
              return (
                <div key={moment.revision}>
                  {row(
                    moment,
                    moment.revision === list.revision ? `${timeOf(moment.at)}, as it is now` : timeOf(moment.at),
                    moment.changes ? `${moment.changes} change${moment.changes === 1 ? '' : 's'}: ${moment.labels.join(', ')}` : 'As it came',
                    <button
                      type="button"
                      aria-label={`Each change until ${timeOf(moment.at)}`}
                      aria-expanded={open !== undefined}
                      className="flex size-6 shrink-0 items-center justify-center rounded-[6px] text-ink-2 hover:bg-well"
                      onClick={() => void unfold(moment, before)}
                    >
                      <ChevronRight size={12} strokeWidth={2} className={`transition-transform duration-[120ms] ${open ? 'rotate-90' : ''}`} />
                    </button>,
                  )}
                  {open?.map((step) => row(step, step.labels[0] ?? 'A change', timeOf(step.at), null, true))}
                </div>
              );
            })}
          </div>
        ))}
      </div>
    </div>
  );
}

/** One version beside today's: pictures, what became of it, and the ways back. */
function Compared({
  production,
  version,
  now,
  onChange,
  onRenamed,
}: {
  production: string;
  version: ListedVersion;
  now: number;
  onChange: () => Promise<void>;
  onRenamed: (name: string | undefined) => void;
}) {
  const today = useProduction((state) => state.document);
  const navigate = useNavigate();
  const [then, setThen] = useState<Document>();
  const [problem, setProblem] = useState<string>();
  const [scene, setScene] = useState<string>();
  useEffect(() => {
    let here = true;
    documentOf(production, version.revision)
      .then((document) => here && setThen(document))
      .catch((thrown) => here && setProblem(sentenceOf(thrown)));
    return () => {
      here = false;
    };
  }, [production, version.revision]);
  if (problem) return <p className="m-0 p-6 text-[13px]">{problem}</p>;
  if (!then || !today) return <p className="m-0 p-6 text-[13px] text-ink-2">Putting together how it was …</p>;
  const apart = differences(then, today);
  const firstApart = apart.find((one) => one.scene)?.scene;
  const shown = scene ?? firstApart ?? inOrder(then.scenes)[0]?.[0];
  const same = apart.length === 0;
  const back = (): void => {
    if (!run(`Go back to ${called(version)}`, become(then))) return;
    view({ versions: false });
    toast.success(`It is as it was: ${called(version)}. Undo brings back what it was before.`);
  };
  const asNew = async (): Promise<void> => {
    const id = makeId('production');
    try {
      await openAsNew({ ...then, production: { ...then.production, id, title: `${shortened(then.production.title, 90)} (${called(version)})`.slice(0, 120) } });
      view({ versions: false });
      void navigate(`/p/${id}`);
    } catch (thrown) {
      toast.error(sentenceOf(thrown));
    }
  };
  const named = async (name: string): Promise<void> => {
    try {
      if (version.id) await renameVersion(production, version.id, name);
      else await nameVersion(production, version.revision, name);
      onRenamed(name);
      await onChange();
    } catch (thrown) {
      toast.error(sentenceOf(thrown));
    }
  };
  const forget = async (): Promise<void> => {
    try {
      if (version.id) await forgetVersion(production, version.id);
      onRenamed(undefined);
      await onChange();
    } catch (thrown) {
      toast.error(sentenceOf(thrown));
    }
  };
  return (
    <>
      <div className="scrolls min-h-0 flex-1 overflow-y-auto p-4">
        <div className="mb-3 flex items-baseline gap-3">
          <EditableName
            value={version.name ?? called(version)}
            label="Name of this version"
            onChange={(name) => void named(name)}
            className="min-w-0 truncate px-1 text-[16px] font-[680]"
          />
          {version.name && (
            <span className="shrink-0 text-[12px] text-ink-2">
              {dayOf(version.at, new Date())}, {timeOf(version.at)}
            </span>
          )}
          <span className="flex-1" />
          {version.id && version.name && (
            <button type="button" className="rounded-sm text-[12px] text-ink-2 underline hover:text-ink" onClick={() => void forget()}>
              Take the name away
            </button>
          )}
        </div>
        <div className="grid grid-cols-2 gap-3">
          <Pictured
            key={`then ${shown}`}
            label="Then"
            there={shown !== undefined && shown in then.scenes}
            src={pictureOf(production, version.revision, shown)}
            frame={then.production.frame}
          />
          <Pictured
            key={`now ${shown} ${now}`}
            label="Now"
            there={shown !== undefined && shown in today.scenes}
            src={pictureOf(production, now, shown)}
            frame={today.production.frame}
          />
        </div>
        {same ? (
          <p className="m-0 mt-4 text-[13px] text-ink-2">Nothing has changed since: it is as it is now.</p>
        ) : (
          <section aria-label="What became of it since" className="mt-4 flex flex-col gap-2">
            {apart.map((one) => (
              <Apart key={one.scene ?? one.where} difference={one} active={one.scene !== undefined && one.scene === shown} onShow={() => setScene(one.scene)} />
            ))}
          </section>
        )}
      </div>
      <footer className="flex shrink-0 items-center gap-2 border-t border-line bg-paper px-4 py-3">
        <span className="min-w-0 flex-1 truncate text-[12px] text-ink-2">{same ? '' : `${apart.length} place${apart.length === 1 ? '' : 's'} changed since`}</span>
        <Button onClick={() => void asNew()}>Open as a new production</Button>
        <Button kind="primary" disabled={same} onClick={back}>
          Go back to this
        </Button>
      </footer>
    </>
  );
}

const RATIOS = { '16:9': '16 / 9', '9:16': '9 / 16', '1:1': '1', '4:5': '4 / 5' } as const;

function Pictured({ label, there, src, frame }: { label: string; there: boolean; src: string; frame: keyof typeof RATIOS }) {
  const [state, setState] = useState<'loading' | 'here' | 'none'>('loading');
  return (
    <figure className="m-0">
      <div
        className="mx-auto flex max-h-[250px] items-center justify-center overflow-hidden rounded-[7px] bg-deep text-center text-[12px] text-on-deep-2"
        style={{ aspectRatio: RATIOS[frame] }}
      >
        {there && state !== 'none' && (
          <img
            alt={`The scene ${label.toLowerCase()}`}
            src={src}
            className={`h-full w-full object-contain ${state === 'here' ? '' : 'hidden'}`}
            onLoad={() => setState('here')}
            onError={() => setState('none')}
          />
        )}
        {!there ? 'This scene was not there' : state === 'loading' ? 'Painting …' : state === 'none' ? 'No picture could be made' : null}
      </div>
      <figcaption className="pt-1 text-[12px] font-semibold text-ink-2">{label}</figcaption>
    </figure>
  );
}

const Apart = ({ difference, active, onShow }: { difference: Difference; active: boolean; onShow: () => void }) => (
  <div className={`rounded-[8px] border bg-paper px-3 py-2 ${active ? 'border-ink' : 'border-line'}`}>
    {difference.scene ? (
      <button type="button" className="rounded-sm text-[13px] font-[650] hover:underline" onClick={onShow}>
        {difference.where}
      </button>
    ) : (
      <span className="text-[13px] font-[650]">{difference.where}</span>
    )}
    <ul className="m-0 mt-0.5 list-none p-0 text-[12.5px] leading-[18px] text-ink-2">
      {difference.what.map((one) => (
        <li key={one}>{one}</li>
      ))}
    </ul>
  </div>
);
