import { useState } from 'react';
import { toast } from 'sonner';
import { sentenceOf } from '#core/document/failure';
import { makeId } from '../ids.ts';
import { type Keeping, keep } from '../state/shelf.ts';
import { Button, Popover, PopoverPanel } from '../ui/parts.tsx';

type Unnamed = Keeping extends infer K ? (K extends Keeping ? Omit<K, 'name'> : never) : never;

/** Keeps something as it is for all productions, under a name. */
export function KeepIt({ what, name }: { what: Unnamed; name: string }) {
  const [open, setOpen] = useState(false);
  const [called, setCalled] = useState(name);
  const [problem, setProblem] = useState<string>();
  const save = async (): Promise<void> => {
    try {
      await keep(makeId('kept'), { ...what, name: called.trim() } as Keeping);
      setOpen(false);
      toast(`“${called.trim()}” is on the shelf: every production finds it here and in the stage door.`);
    } catch (thrown) {
      setProblem(sentenceOf(thrown));
    }
  };
  return (
    <Popover.Root
      open={open}
      onOpenChange={(next) => {
        setOpen(next);
        setProblem(undefined);
        if (next) setCalled(name.slice(0, 80));
      }}
    >
      <Popover.Trigger asChild>
        <Button kind="primary">Keep on the shelf</Button>
      </Popover.Trigger>
      <PopoverPanel align="end" className="w-72 p-3">
        <form
          onSubmit={(event) => {
            event.preventDefault();
            if (called.trim()) void save();
          }}
        >
          <label className="flex flex-col gap-1 text-[12px] text-ink-2">
            Its name on the shelf
            <input
              value={called}
              maxLength={120}
              onChange={(event) => setCalled(event.target.value)}
              className="h-8 rounded-[7px] border border-edge bg-white px-2 text-[13px] text-ink"
            />
          </label>
          {problem && (
            <p role="alert" className="m-0 mt-1.5 text-[12px] text-err">
              {problem}
            </p>
          )}
          <div className="mt-2.5 flex justify-end">
            <Button kind="primary" type="submit" disabled={!called.trim()}>
              Keep it
            </Button>
          </div>
        </form>
      </PopoverPanel>
    </Popover.Root>
  );
}
