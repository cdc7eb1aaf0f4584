import { Link } from 'react-router';

const TABS = [
  ['pictures', 'Pictures', ''],
  ['backdrops', 'Backdrops', '/backdrop'],
  ['props', 'Props', '/prop'],
] as const;

/** What the workshop is busy with: own pictures, backdrops, or props. */
export const WorkshopTabs = ({ production, page }: { production: string; page: (typeof TABS)[number][0] }) => (
  <nav aria-label="Workshop" className="m-2 flex shrink-0 rounded-[8px] max-[1099px]:flex-col border border-line bg-well p-0.5">
    {TABS.map(([key, label, path]) => (
      <Link
        key={key}
        to={`/p/${production}/workshop${path}`}
        aria-current={page === key ? 'page' : undefined}
        className={`flex h-6 flex-auto items-center justify-center rounded-[6px] px-0.5 text-[11.5px] tracking-[-0.01em] ${page === key ? 'bg-paper font-[650] text-ink [box-shadow:0_1px_0_var(--color-line)]' : 'text-ink-2 hover:text-ink'}`}
      >
        {label}
      </Link>
    ))}
  </nav>
);
