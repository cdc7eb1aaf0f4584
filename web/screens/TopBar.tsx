import { Check, CloudOff, LoaderCircle, Redo2, Undo2 } from 'lucide-react';
import { type ReactNode, useMemo } from 'react';
import { Link, useNavigate } from 'react-router';
import { useShallow } from 'zustand/react/shallow';
import { stacksOf } from '#core/edit/undo';
import { labelOf, redo, stacks, undo, useProduction } from '../state/production.ts';
import { view } from '../state/view.ts';
import { TypedName } from '../typing/TypedName.tsx';
import { AlsoOpen, Undecided } from '../typing/Undecided.tsx';
import { IconButton, Mark, Tip } from '../ui/parts.tsx';
import { Versions } from '../versions/Versions.tsx';

/** The bar of every screen of a production: only pages that work are shown. */
export function TopBar({ page, children }: { page: 'cast' | 'script' | 'scenes' | 'workshop' | 'export'; children?: ReactNode }) {
  const { document, save, savedAt, trouble, conflicts, aside, windows, log } = useProduction(
    useShallow(({ document, save, savedAt, trouble, conflicts, aside, windows, log }) => ({ document, save, savedAt, trouble, conflicts, aside, windows, log })),
  );
  // What can no longer be taken back is passed over: the log alone does not tell.
  const { undo: undos, redo: redos } = useMemo(() => (log ? stacks() : stacksOf([])), [log]);
  const navigate = useNavigate();
  const id = document?.production.id;
  const saved = savedAt ? `Saved ${new Date(savedAt).toLocaleTimeString([], { hour: '2-digit', minute: '2-digit', hour12: false })}` : 'Saved';
  return (
    <header className="flex h-11 shrink-0 items-center gap-2 border-b border-line bg-paper pr-3 pl-3">
      <Tip text="Your productions">
        <Link to="/" aria-label="Your productions" className="rounded-md p-0.5">
          <Mark />
        </Link>
      </Tip>
      {document && (
        <TypedName
          target={{ kind: 'production' }}
          value={document.production.title}
          label="Name of the production"
          className="ml-1.5 max-w-72 truncate px-1 text-[15px] font-[650] max-[1099px]:max-w-36 max-[700px]:hidden"
        />
      )}
      <span className="mx-2 h-5 w-px bg-line max-[1099px]:mx-0.5" />
      <nav className="flex h-full items-stretch gap-1" aria-label="Pages">
        {(
          [
            ['cast', 'Cast', `/p/${id}/cast`],
            ['script', 'Script & voices', `/p/${id}/script`],
            ['scenes', 'Scenes', `/p/${id}`],
            ['workshop', 'Workshop', `/p/${id}/workshop`],
            ['export', 'Export', `/p/${id}/export`],
          ] as const
        ).map(([key, label, to]) => (
          <Link
            key={key}
            to={to}
            aria-current={page === key ? 'page' : undefined}
            className={`relative flex items-center rounded-sm px-3 text-[14px] max-[1099px]:px-1.5 max-[1099px]:text-[13px] ${key === 'workshop' ? 'max-[700px]:hidden' : ''} ${page === key ? 'font-[650] text-ink' : 'text-ink-2 hover:text-ink'}`}
          >
            {key === 'script' ? (
              <span className="whitespace-nowrap">
                Script<span className="max-[1099px]:hidden"> & voices</span>
              </span>
            ) : (
              label
            )}
            {page === key && <span className="absolute right-1.5 bottom-0 left-3 h-1 bg-act [clip-path:polygon(0_0,100%_0,calc(100%-5px)_100%,0_100%)]" />}
          </Link>
        ))}
      </nav>
      <span className="flex-1" />
      <output className={`flex items-center gap-1.5 text-[12px] ${save === 'unsaved' ? 'font-semibold text-warn' : 'text-ink-2'}`} data-save={save}>
        {save === 'saved' && <Check size={14} className="text-ok" />}
        {save === 'saving' && <LoaderCircle size={14} className="animate-spin" />}
        {save === 'unsaved' && <CloudOff size={14} />}
        <Tip text={trouble ?? (save === 'saved' ? 'Every word on the screen is in the database. See what it was before' : 'Kept in this browser until the server has it')}>
          <button
            type="button"
            className="max-w-80 truncate rounded-sm px-1 hover:bg-well hover:text-ink max-[1099px]:max-w-16 max-[700px]:sr-only"
            onClick={() => view({ versions: true })}
            data-versions-open
          >
            {save === 'saved' ? saved : save === 'saving' ? 'Saving …' : (trouble ?? 'Not saved: kept here, sent when the server is back')}
          </button>
        </Tip>
      </output>
      <Versions />
      {document && <Undecided document={document} conflicts={conflicts} aside={aside} />}
      {windows.length > 0 && <AlsoOpen windows={windows} document={document} />}
      <IconButton label={undos.length ? `Undo: ${labelOf(undos.at(-1))} (Ctrl+Z)` : 'Nothing to undo'} disabled={!undos.length} onClick={() => void undo()} className="ml-2">
        <Undo2 size={16} strokeWidth={1.6} />
      </IconButton>
      <IconButton label={redos.length ? `Redo: ${labelOf(redos.at(-1))} (Ctrl+Y)` : 'Nothing to redo'} disabled={!redos.length} onClick={() => void redo()}>
        <Redo2 size={16} strokeWidth={1.6} />
      </IconButton>
      {children}
      {page === 'scenes' && (
        <button type="button" className="ml-1 h-[30px] rounded-[7px] bg-act px-4 font-semibold text-white hover:bg-act-hover" onClick={() => void navigate(`/p/${id}/export`)}>
          Export
        </button>
      )}
    </header>
  );
}
