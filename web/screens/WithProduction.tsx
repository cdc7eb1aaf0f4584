import { type ReactNode, useEffect } from 'react';
import { openProduction, useProduction } from '../state/production.ts';
import { NotFound } from './NotFound.tsx';

/** Opens a production for a screen: an outline while it comes, a sentence where there is none. */
export function WithProduction({ production, children }: { production: string | undefined; children: (production: string) => ReactNode }) {
  const problem = useProduction((state) => state.problem);
  const ready = useProduction((state) => state.document !== undefined && state.id === production);
  useEffect(() => {
    if (production) void openProduction(production);
  }, [production]);
  if (problem) return <NotFound sentence={problem} />;
  if (!ready || !production)
    return (
      <div className="flex h-full flex-col" aria-busy="true">
        <div className="h-11 border-b border-line bg-paper" />
        <div className="m-6 h-96 rounded-[10px] bg-well" />
      </div>
    );
  return children(production);
}
