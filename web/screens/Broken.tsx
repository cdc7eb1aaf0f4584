import { useEffect } from 'react';
import { Link, useRouteError } from 'react-router';
import { sentenceOf } from '#core/document/failure';
import { Button, Mark } from '../ui/parts.tsx';

/** Shown in place of a screen that failed: what happened, that nothing is lost, and how to go on. */
export function Broken() {
  const thrown = useRouteError();
  useEffect(() => {
    console.error(thrown);
  }, [thrown]);
  return (
    <main className="flex h-full flex-col items-center justify-center gap-3 px-6 text-center">
      <Mark size={40} />
      <h1 className="m-0 text-[20px] font-[680]">This screen stopped working.</h1>
      <p className="m-0 max-w-[46ch] text-[15px] text-ink-2">Every edit that you made is kept. Load the page again to go on where you were.</p>
      <p className="m-0 max-w-[60ch] font-mono text-[12px] text-ink-2">{sentenceOf(thrown)}</p>
      <div className="mt-1 flex items-center gap-4">
        <Button kind="primary" onClick={() => window.location.reload()}>
          Load again
        </Button>
        <Link to="/" className="font-semibold text-act underline">
          Go to your productions
        </Link>
      </div>
    </main>
  );
}
