import { Check, TriangleAlert } from 'lucide-react';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { checked } from '#core/checks/index';
import { useOpenFilm } from '../composer/film.ts';
import { choose, view } from '../state/view.ts';

/** What is seen of a long list at first. */
const SHOWN_FIRST = 6;

/** What a viewer would notice, each with the way there. */
export function BeforeExport() {
  const { document, film } = useOpenFilm();
  const findings = useMemo(() => checked(film), [film]);
  const [all, setAll] = useState(false);
  return (
    <div className="card mt-4 p-5">
      <h2 className="m-0 mb-2 text-[13px] font-[680]">Before you export</h2>
      {findings.length === 0 && (
        <p className="m-0 flex items-center gap-2 text-ok">
          <Check size={15} /> Nothing that a viewer would notice.
        </p>
      )}
      <ul className="m-0 list-none p-0">
        {(all ? findings : findings.slice(0, SHOWN_FIRST)).map(({ check, text, scene, tick, line }) => (
          <li key={`${check} ${scene} ${tick} ${text}`} data-check={check} className="flex items-start gap-2 py-0.5">
            <TriangleAlert size={14} className="mt-[3px] shrink-0 text-warn" />
            <span className="flex-1">{text}</span>
            <Link
              to={`/p/${document.production.id}/scenes/${scene}`}
              className="shrink-0 font-semibold text-act hover:underline"
              onClick={() => {
                choose(line ? { kind: 'line', id: line } : undefined);
                view({ scene, tick });
              }}
            >
              Go there
            </Link>
          </li>
        ))}
      </ul>
      {findings.length > SHOWN_FIRST && (
        <button type="button" className="mt-1 text-[13px] font-semibold text-act hover:underline" aria-expanded={all} onClick={() => setAll(!all)}>
          {all ? 'Fewer' : `${findings.length - SHOWN_FIRST} more`}
        </button>
      )}
    </div>
  );
}
