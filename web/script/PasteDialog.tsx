import { Dialog } from 'radix-ui';
import { useMemo, useState } from 'react';
import { readScript } from '#core/formats/script/read';
import { Button } from '../ui/parts.tsx';

/** A dialogue in any common shape, read while it is pasted: what will come in is said before it does. */
export function PasteDialog({ open, onClose, onTake }: { open: boolean; onClose: () => void; onTake: (text: string) => void }) {
  const [text, setText] = useState('');
  const read = useMemo(() => (text.trim() ? readScript(text) : undefined), [text]);
  const close = (): void => {
    setText('');
    onClose();
  };
  return (
    <Dialog.Root open={open} onOpenChange={(next) => !next && close()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-deep/40" />
        <Dialog.Content className="raised fixed top-1/2 left-1/2 z-50 flex w-[640px] -translate-x-1/2 -translate-y-1/2 flex-col gap-3 rounded-[10px] border border-line bg-paper p-5">
          <Dialog.Title className="m-0 text-[16px] font-[680]">Paste a script</Dialog.Title>
          <Dialog.Description className="m-0 text-[13px] text-ink-2">
            Rows such as “MARIT: Good morning.”, a screenplay, or a table. Headings begin scenes; what stands in brackets is how it is said.
          </Dialog.Description>
          <textarea
            aria-label="The script"
            value={text}
            rows={12}
            placeholder={'MARIT: (waves) Good morning, Tully.\nTULLY: Who drank the harbour?'}
            className="w-full resize-none rounded-[7px] border border-edge bg-white p-3 font-serif text-[15px] leading-6"
            onChange={(event) => setText(event.target.value)}
            onKeyDown={(event) => {
              event.stopPropagation();
              if (event.key === 'Enter' && (event.ctrlKey || event.metaKey) && read?.lines.length) {
                onTake(text);
                close();
              }
            }}
          />
          <div className="flex items-center gap-2">
            <span className="flex-1 text-[12px] text-ink-2" aria-live="polite">
              {!read
                ? ''
                : read.lines.length
                  ? `${read.lines.length} lines by ${read.speakers.join(', ')}${read.scenes.length > 1 ? `, in ${read.scenes.length} scenes` : ''}`
                  : 'No spoken line in it yet.'}
            </span>
            <Button onClick={close}>Leave it</Button>
            <Button
              kind="primary"
              disabled={!read?.lines.length}
              onClick={() => {
                onTake(text);
                close();
              }}
            >
              Bring it in
            </Button>
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
