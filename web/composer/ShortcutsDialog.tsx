import { X } from 'lucide-react';
import { Dialog } from 'radix-ui';
import { useView, view } from '../state/view.ts';
import { SHORTCUTS } from './shortcuts.ts';

/** All keys of the composer; opened with ?. */
export function ShortcutsDialog() {
  const open = useView((state) => state.help);
  return (
    <Dialog.Root open={open} onOpenChange={(help) => view({ help })}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-deep/40" />
        <Dialog.Content
          aria-describedby={undefined}
          className="raised fixed top-1/2 left-1/2 z-50 w-[460px] -translate-x-1/2 -translate-y-1/2 rounded-[10px] border border-line bg-paper p-5"
        >
          <div className="flex items-start justify-between">
            <Dialog.Title className="m-0 mb-3 text-[18px] font-[650]">Keys</Dialog.Title>
            <Dialog.Close aria-label="Close" className="rounded-md p-1 hover:bg-well">
              <X size={16} />
            </Dialog.Close>
          </div>
          <dl className="m-0 grid grid-cols-[130px_1fr] gap-x-4 gap-y-1.5">
            {SHORTCUTS.map(([keys, what]) => (
              <div key={keys} className="contents">
                <dt className="font-semibold">{keys}</dt>
                <dd className="m-0 text-ink-2">{what}</dd>
              </div>
            ))}
          </dl>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
