import { format, formatDistanceToNow, isToday, isYesterday } from 'date-fns';
import { Copy, Ellipsis, Film, Pencil, Search, Trash2 } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { useCallback, useEffect, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { toast } from 'sonner';
import type { ListedProduction, ProductionList } from '#core/document/answers';
import { sentenceOf } from '#core/document/failure';
import { formatDuration } from '#core/time/format';
import { getJson, sendJson } from '../api.ts';
import { makeId } from '../ids.ts';
import { Button, CutTag, EditableName, Mark } from '../ui/parts.tsx';
import { ribbonPath, toneOf } from '../ui/speakers.ts';
import { HomeScript } from './HomeScript.tsx';

/** Productions as bands: each is known by the shape of its conversation. */
export function Home() {
  const [query, setQuery] = useState('');
  const navigate = useNavigate();
  const { list, total, problem, load, more } = useProductionList(query);

  const remove = async (production: ListedProduction): Promise<void> => {
    await sendJson('DELETE', `/productions/${production.id}`);
    await load();
    toast(`“${production.title}” is deleted.`, {
      action: { label: 'Undo', onClick: () => void sendJson('POST', `/productions/${production.id}/restore`).then(load) },
      duration: 12_000,
    });
  };
  const attempt = (work: () => Promise<unknown>) => (): void => {
    work().catch((thrown) => toast.error(sentenceOf(thrown)));
  };

  return (
    <div className="flex h-full flex-col">
      <header className="flex h-11 shrink-0 items-center gap-2 border-b border-line bg-paper px-3">
        <Mark />
        <span className="ml-1.5 text-[15px] font-[650]">Kipzo</span>
        <span className="flex-1" />
        <label className="flex h-7 w-60 items-center gap-2 rounded-[7px] border border-edge bg-white px-2.5 text-ink-3 focus-within:border-ink focus-within:shadow-[0_0_0_2px_var(--color-lamp)]">
          <Search size={14} strokeWidth={1.6} />
          <input
            aria-label="Find a production or a line"
            placeholder="Find a production or a line"
            className="w-full bg-transparent text-ink !shadow-none !outline-none placeholder:text-ink-3"
            value={query}
            onChange={(event) => setQuery(event.target.value)}
          />
        </label>
      </header>
      <main className="scrolls flex-1 overflow-y-auto">
        <div className="mx-auto max-w-[1184px] px-4 pt-4 pb-10">
          <HomeScript onMade={(id) => void navigate(`/p/${id}`)} />
          <h1 className="mt-6 mb-1 flex items-baseline gap-3 text-[18px] leading-6 font-[650]">
            Productions <span className="text-[12px] font-[550] text-ink-2">newest change first</span>
          </h1>
          {problem && (
            <div role="alert" className="mt-3 flex items-center justify-between rounded-[10px] border border-err bg-err-soft px-4 py-3 text-err">
              {problem}
              <Button onClick={() => void load()}>Try again</Button>
            </div>
          )}
          {!list && !problem && [0, 1, 2].map((n) => <div key={n} className="mt-2.5 h-[108px] rounded-[10px] bg-well" />)}
          <ul className="m-0 list-none p-0">
            {list?.map((production) => (
              <Band
                key={production.id}
                production={production}
                open={() => void navigate(`/p/${production.id}`)}
                rename={async (title) => {
                  const answer = await sendJson<{ outcome: string }>('POST', `/productions/${production.id}/changes`, {
                    id: makeId('change'),
                    label: 'Rename the production',
                    parts: [
                      {
                        part: 'production',
                        forward: [{ op: 'replace', path: '/title', value: title }],
                        inverse: [{ op: 'replace', path: '/title', value: production.title }],
                      },
                    ],
                  }).catch((thrown) => void toast.error(sentenceOf(thrown)));
                  if (answer?.outcome === 'conflict') toast.warning('It has got another name in another window meanwhile. Open it: both names are kept there for you to decide.');
                  await load();
                }}
                duplicate={attempt(async () => {
                  await sendJson('POST', `/productions/${production.id}/duplicate`);
                  await load();
                })}
                remove={attempt(() => remove(production))}
              />
            ))}
          </ul>
          {list && list.length < total && (
            <div className="mt-4 flex justify-center">
              <Button onClick={() => void more()}>Show more ({total - list.length} left)</Button>
            </div>
          )}
          {list && list.length === 0 && query && <p className="mt-6 text-ink-2">No production and no line contains “{query}”.</p>}
          {list && (
            <footer className="mt-4 flex justify-between text-[12px] text-ink-3">
              <span>
                {total} production{total === 1 ? '' : 's'}
              </span>
              <span>Kept on this computer, in Kipzo’s own database</span>
            </footer>
          )}
        </div>
      </main>
    </div>
  );
}

const PAGE = 40;
const FIND_MS = 180;

/** The list page by page, found by the server: the last answer that was asked for is shown. */
function useProductionList(query: string) {
  const [list, setList] = useState<ListedProduction[]>();
  const [total, setTotal] = useState(0);
  const [problem, setProblem] = useState<string>();
  const asked = useRef(0);
  const find = query.trim();
  const ask = useCallback(
    async (from: number, count: number): Promise<void> => {
      const turn = ++asked.current;
      try {
        const answer = await getJson<ProductionList>(`/productions?${new URLSearchParams({ find, from: String(from), count: String(count) })}`);
        if (turn !== asked.current) return;
        const known = (known: readonly ListedProduction[]): Set<string> => new Set(known.map(({ id }) => id));
        setList((before = []) => (from ? [...before, ...answer.productions.filter(({ id }) => !known(before).has(id))] : [...answer.productions]));
        setTotal(answer.total);
        setProblem(undefined);
      } catch (thrown) {
        if (turn === asked.current) setProblem(sentenceOf(thrown));
      }
    },
    [find],
  );
  useEffect(() => {
    const timer = setTimeout(() => void ask(0, PAGE), find ? FIND_MS : 0);
    return () => clearTimeout(timer);
  }, [ask, find]);
  const shown = list?.length ?? 0;
  return { list, total, problem, load: () => ask(0, Math.min(200, Math.max(PAGE, shown))), more: () => ask(shown, PAGE) };
}

function changed(date: string): string {
  const at = new Date(date);
  if (Date.now() - at.getTime() < 3_600_000) return `changed ${formatDistanceToNow(at, { addSuffix: true })}`;
  if (isToday(at)) return `changed today ${format(at, 'HH:mm')}`;
  if (isYesterday(at)) return 'changed yesterday';
  return `changed ${format(at, 'd MMMM')}`;
}

function Band({
  production: p,
  open,
  rename,
  duplicate,
  remove,
}: {
  production: ListedProduction;
  open: () => void;
  rename: (title: string) => void;
  duplicate: () => void;
  remove: () => void;
}) {
  const [naming, setNaming] = useState(0);
  const state =
    p.lines === 0
      ? { text: 'Empty', tone: 'text-ink-2' }
      : p.exportedAt && new Date(p.exportedAt) >= new Date(p.changedAt)
        ? { text: `Exported ${format(new Date(p.exportedAt), 'd MMMM')}`, tone: 'text-ink-2' }
        : p.drafts === 0
          ? { text: 'Ready to export', tone: 'text-ok' }
          : { text: `${p.drafts} line${p.drafts === 1 ? ' speaks' : 's speak'} with a draft voice`, tone: 'text-warn' };
  return (
    <li
      className="card mt-2 flex min-h-[108px] max-[600px]:flex-wrap items-stretch gap-4 p-2.5 transition-shadow duration-[120ms] hover:[box-shadow:0_0_0_1px_var(--color-edge)]"
      data-production={p.title}
    >
      <button
        type="button"
        onClick={open}
        aria-label={`Open ${p.title}`}
        className="flex h-[88px] w-[156px] shrink-0 max-[600px]:h-[66px] max-[600px]:w-[117px] items-center justify-center overflow-hidden rounded-[6px] bg-deep"
      >
        <img alt="" src={`/api/productions/${p.id}/poster.png?${encodeURIComponent(p.changedAt)}`} className="max-h-full max-w-full" loading="lazy" />
      </button>
      <div className="flex min-w-0 flex-1 flex-col justify-between py-0.5">
        <div className="flex items-baseline gap-3 max-[600px]:flex-col max-[600px]:gap-0">
          <EditableName
            key={naming}
            value={p.title}
            label="Name of the production"
            onChange={rename}
            className="max-w-[560px] truncate px-0.5 font-serif text-[20px] leading-7 font-semibold"
          />
          <span className="text-[12px] whitespace-nowrap text-ink-2">
            {p.scenes} scene{p.scenes === 1 ? '' : 's'}, {formatDuration(p.length)}
          </span>
        </div>
        <div className="flex gap-4 text-[13px] font-semibold">
          {p.cast.map((role) => (
            <span key={role.name} className="flex items-center gap-1.5">
              <CutTag colour={role.colour} height={13} width={11} />
              {role.name}
            </span>
          ))}
          {p.cast.length === 0 && <span className="font-medium text-ink-3">Nobody in it yet</span>}
        </div>
        <button type="button" onClick={open} aria-label={`Open ${p.title}: its conversation`} className="h-7 w-full max-w-[760px] text-left">
          <MiniRibbon ribbon={p.ribbon} length={p.length} />
        </button>
      </div>
      <div className="flex w-56 flex-col items-end justify-between text-right text-[12px] max-[600px]:w-full max-[600px]:flex-row-reverse max-[600px]:items-center max-[600px]:text-left">
        <DropdownMenu.Root>
          <DropdownMenu.Trigger aria-label={`More for ${p.title}`} className="inline-flex size-7 items-center justify-center rounded-[7px] text-ink-2 hover:bg-well">
            <Ellipsis size={16} />
          </DropdownMenu.Trigger>
          <DropdownMenu.Portal>
            <DropdownMenu.Content align="end" className="raised z-30 min-w-40 rounded-[9px] border border-line bg-paper p-1">
              {(
                [
                  ['Open', Film, open],
                  [
                    'Rename',
                    Pencil,
                    () => setTimeout(() => document.querySelector<HTMLButtonElement>(`[data-production="${CSS.escape(p.title)}"] [aria-label^="Name of"]`)?.click(), 60),
                  ],
                  ['Duplicate', Copy, duplicate],
                  ['Delete', Trash2, remove],
                ] as const
              ).map(([label, Icon, act]) => (
                <DropdownMenu.Item
                  key={label}
                  onSelect={() => (setNaming((n) => n), act())}
                  className={`flex cursor-pointer items-center gap-2 rounded-md px-2.5 py-1.5 text-[13px] outline-none data-[highlighted]:bg-act-soft ${label === 'Delete' ? 'text-err' : ''}`}
                >
                  <Icon size={14} strokeWidth={1.6} />
                  {label}
                </DropdownMenu.Item>
              ))}
            </DropdownMenu.Content>
          </DropdownMenu.Portal>
        </DropdownMenu.Root>
        <div>
          <div className={`font-semibold ${state.tone}`}>{state.text}</div>
          <div className="text-ink-2">{changed(p.changedAt)}</div>
        </div>
      </div>
    </li>
  );
}

/** A whole conversation in miniature. */
export function MiniRibbon({ ribbon, length, height = 20, progress }: { ribbon: ListedProduction['ribbon']; length: number; height?: number; progress?: number }) {
  const scale = 760 / Math.max(length, 48_000 * 20);
  if (!ribbon.length)
    return (
      <svg viewBox={`0 0 760 ${height}`} className="h-5 w-full" preserveAspectRatio="none" aria-hidden="true">
        <path d={ribbonPath(1, 1, 118, height - 2, 'slant')} fill="none" stroke="#6f8586" strokeDasharray="4 3" strokeWidth={1.5} />
      </svg>
    );
  return (
    <svg viewBox={`0 0 760 ${height}`} className="h-full max-h-5 w-full" preserveAspectRatio="xMinYMid meet" aria-hidden="true">
      {ribbon.map((piece) => {
        const tone = toneOf(piece.colour);
        const x = piece.start * scale;
        const filled = progress === undefined || piece.start < progress * length;
        return (
          <path
            key={`${piece.start} ${piece.colour}`}
            d={ribbonPath(x, 0, Math.max(4, (piece.end - piece.start) * scale - 1.5), height, tone.cut)}
            fill={filled ? tone.strong : tone.mid}
          />
        );
      })}
    </svg>
  );
}
