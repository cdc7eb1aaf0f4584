import { Plus, Search } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { useRef, useState } from 'react';
import type { Document, Layer, OwnPicture } from '#core/document/schema';
import { PICTURE_SAMPLES } from '#core/picture/samples/index';
import { backdropPictures } from '#core/resources';
import { inOrder } from '#core/time/order';
import { mediaUrl } from '../api.ts';
import { SHELF_FILES } from '../pictures/bringIn.ts';
import { EditableName, Popover, PopoverPanel } from '../ui/parts.tsx';
import { useFileDrop } from '../ui/useFileDrop.ts';

/** Where a picture is used: who was made from it, and scenes that show it. */
export function usesOf(document: Document, picture: OwnPicture): string[] {
  const uses: string[] = [];
  for (const actor of Object.values(picture.actors)) {
    const who = actor.character ? document.characters[actor.character] : undefined;
    if (who) uses.push(`${who.name} in the cast`);
  }
  for (const scene of Object.values(document.scenes)) {
    if (scene.backdrop.kind === 'picture' && scene.backdrop.media === picture.media) uses.push(`Backdrop of ${scene.title}`);
    const parts = scene.backdrop.kind === 'set' ? backdropPictures(scene.backdrop).filter((media) => media === picture.media).length : 0;
    if (parts) uses.push(`In the backdrop of ${scene.title}`);
    const shows = (layer: Layer): boolean => (layer.kind === 'picture' && layer.media === picture.media) || (layer.kind === 'clip' && layer.media === picture.clip?.media);
    const layers = Object.values(scene.layers).filter(shows).length;
    if (layers) uses.push(layers === 1 ? `In ${scene.title}` : `${layers} times in ${scene.title}`);
  }
  return uses;
}

/** Own pictures at the left: found by name, with what each is used for and where it is from. */
export function PictureShelf({
  document,
  chosen,
  onChoose,
  onFiles,
  onRename,
  onCredit,
  onRemove,
  onReplace,
  onSample,
  onBackdrop,
  onStage,
}: {
  document: Document;
  chosen: string | undefined;
  onChoose: (id: string) => void;
  onFiles: (files: File[]) => void;
  onRename: (id: string, name: string) => void;
  onCredit: (id: string, values: Partial<Pick<OwnPicture, 'source' | 'author' | 'licence'>>) => void;
  onRemove: (id: string) => void;
  onReplace: (id: string, file: File) => void;
  onSample: (id: string) => void;
  onBackdrop: (id: string) => void;
  onStage: (id: string) => void;
}) {
  const [query, setQuery] = useState('');
  const [unused, setUnused] = useState(false);
  const [crediting, setCrediting] = useState<string>();
  const input = useRef<HTMLInputElement>(null);
  const other = useRef<HTMLInputElement>(null);
  const replacing = useRef<string>(undefined);
  const all = inOrder(document.production.pictures ?? {});
  const { drop, over } = useFileDrop<HTMLElement>('region', onFiles, { several: true });
  const words = query.toLowerCase().split(/\s+/).filter(Boolean);
  const shown = all.filter(([, one]) => {
    const text = `${one.name} ${one.author ?? ''} ${one.source ?? ''} ${Object.values(one.actors)
      .map(({ name }) => name)
      .join(' ')}`.toLowerCase();
    return words.every((word) => text.includes(word)) && (!unused || !usesOf(document, one).length);
  });
  return (
    <section {...drop} aria-label="Own pictures" className={`flex min-h-0 flex-col ${over ? 'bg-act-soft' : ''}`}>
      <h2 className="px-3.5 pt-3 pb-1.5 text-[13px] font-[650]">Own pictures</h2>
      {all.length > 4 && (
        <div className="flex items-center gap-1 px-2 pb-1.5">
          <label className="flex h-7 min-w-0 flex-1 items-center gap-1 rounded-[6px] border border-edge bg-white px-1.5">
            <Search size={13} className="shrink-0 text-ink-3" />
            <input
              aria-label="Find a picture"
              value={query}
              onChange={(event) => setQuery(event.target.value)}
              className="w-full min-w-0 bg-transparent text-[12.5px] !shadow-none !outline-none"
            />
          </label>
          <button
            type="button"
            aria-pressed={unused}
            onClick={() => setUnused(!unused)}
            className={`h-7 rounded-[6px] border px-1.5 text-[11.5px] ${unused ? 'border-act bg-act-soft' : 'border-edge'}`}
          >
            Unused
          </button>
        </div>
      )}
      <ul className="scrolls min-h-0 flex-1 overflow-y-auto px-1.5">
        {shown.map(([id, picture]) => {
          const uses = usesOf(document, picture);
          const actors = Object.keys(picture.actors).length;
          return (
            <li
              key={id}
              className={`group relative mb-1 flex h-[58px] items-center gap-2 rounded-[8px] border-2 px-1.5 ${chosen === id ? 'border-ink bg-act-soft' : 'border-transparent hover:bg-well'}`}
              data-picture={id}
            >
              <button type="button" aria-label={`Open ${picture.name}`} aria-current={chosen === id} className="absolute inset-0" onClick={() => onChoose(id)} />
              <span className="chequered flex h-[42px] w-[56px] shrink-0 items-center justify-center overflow-hidden rounded-[4px]">
                <img src={mediaUrl(picture.media)} alt="" className="max-h-full max-w-full" loading="lazy" />
              </span>
              <span className="min-w-0 text-[12.5px] leading-4">
                <EditableName value={picture.name} label="Name of the picture" onChange={(name) => onRename(id, name)} className="relative line-clamp-2 font-semibold" />
                <span className="block truncate text-[11.5px] text-ink-2" title={uses.join('\n')}>
                  {uses.length ? (uses.length === 1 ? uses[0] : `used ${uses.length} times`) : actors ? `${actors} marked` : 'not used yet'}
                </span>
              </span>
              <Popover.Root open={crediting === id} onOpenChange={(open) => setCrediting(open ? id : undefined)}>
                <Popover.Anchor className="absolute right-1 bottom-1 size-0" />
                <DropdownMenu.Root>
                  <DropdownMenu.Trigger
                    aria-label={`More for ${picture.name}`}
                    className="absolute top-0.5 right-0.5 size-6 rounded-md bg-paper/80 text-ink-2 opacity-0 group-hover:opacity-100 focus-visible:opacity-100 data-[state=open]:opacity-100"
                  >
                    …
                  </DropdownMenu.Trigger>
                  <DropdownMenu.Portal>
                    <DropdownMenu.Content align="start" sideOffset={2} className="raised z-50 min-w-44 rounded-[9px] border border-line bg-paper p-1 text-[13px]">
                      {(
                        [
                          ['On the stage of this scene', () => onStage(id)],
                          ['As the backdrop of this scene', () => onBackdrop(id)],
                          ['Where it is from …', () => setTimeout(() => setCrediting(id))],
                          [
                            'Another file in its place …',
                            () => {
                              replacing.current = id;
                              other.current?.click();
                            },
                          ],
                          ['Take off the shelf', () => onRemove(id)],
                        ] as const
                      ).map(([label, act]) => (
                        <DropdownMenu.Item key={label} onSelect={act} className="cursor-pointer rounded-md px-2.5 py-1.5 !outline-none data-[highlighted]:bg-act-soft">
                          {label}
                        </DropdownMenu.Item>
                      ))}
                    </DropdownMenu.Content>
                  </DropdownMenu.Portal>
                </DropdownMenu.Root>
                <PopoverPanel align="start" side="right" className="w-72 p-3">
                  <h3 className="pb-2 text-[13px] font-[650]">Where “{picture.name}” is from</h3>
                  {(['source', 'author', 'licence'] as const).map((key) => (
                    <label key={key} className="mb-1.5 flex items-center gap-2 text-[12px] text-ink-2">
                      <span className="w-14 capitalize">{key}</span>
                      <input
                        defaultValue={picture[key] ?? ''}
                        maxLength={key === 'source' ? 400 : 200}
                        className="h-7 min-w-0 flex-1 rounded-[6px] border border-edge bg-white px-2 text-[13px] text-ink"
                        onKeyDown={(event) => {
                          event.stopPropagation();
                          if (event.key === 'Enter') event.currentTarget.blur();
                        }}
                        onBlur={(event) => event.target.value.trim() !== (picture[key] ?? '') && onCredit(id, { [key]: event.target.value.trim() })}
                      />
                    </label>
                  ))}
                </PopoverPanel>
              </Popover.Root>
            </li>
          );
        })}
        {!shown.length && all.length > 0 && <li className="px-2 py-2 text-[12.5px] text-ink-2">No picture like that. {query && 'Try another word.'}</li>}
      </ul>
      <div className="mx-3 my-2 flex flex-wrap gap-1.5">
        <button
          type="button"
          onClick={() => input.current?.click()}
          className="inline-flex h-7 items-center gap-1.5 rounded-[7px] border border-edge bg-paper px-2.5 text-[12.5px] font-semibold hover:bg-bench"
        >
          <Plus size={14} /> Bring in
        </button>
        <DropdownMenu.Root>
          <DropdownMenu.Trigger className="h-7 rounded-[7px] px-1.5 text-[12.5px] text-ink-2 hover:bg-well">Samples</DropdownMenu.Trigger>
          <DropdownMenu.Portal>
            <DropdownMenu.Content
              align="start"
              side="right"
              sideOffset={4}
              collisionPadding={8}
              className="raised scrolls z-50 max-h-[70vh] min-w-48 overflow-y-auto rounded-[9px] border border-line bg-paper p-1 text-[13px]"
            >
              {PICTURE_SAMPLES.map(({ id, name }) => (
                <DropdownMenu.Item
                  key={id}
                  onSelect={() => onSample(id)}
                  className="flex cursor-pointer items-center gap-2 rounded-md py-1 pr-2.5 pl-1 !outline-none data-[highlighted]:bg-act-soft"
                >
                  <span className="chequered flex h-9 w-12 items-center justify-center overflow-hidden rounded-[4px]">
                    <img src={`/api/samples/${id}.png`} alt="" className="max-h-full max-w-full" loading="lazy" />
                  </span>
                  {name}
                </DropdownMenu.Item>
              ))}
            </DropdownMenu.Content>
          </DropdownMenu.Portal>
        </DropdownMenu.Root>
      </div>
      <input
        ref={input}
        type="file"
        accept={SHELF_FILES}
        multiple
        hidden
        onChange={(event) => (onFiles([...(event.target.files ?? [])]), (event.target.value = ''))}
        data-bring-picture
      />
      <input
        ref={other}
        type="file"
        accept={SHELF_FILES}
        hidden
        onChange={(event) => {
          const [file] = event.target.files ?? [];
          if (file && replacing.current) onReplace(replacing.current, file);
          event.target.value = '';
        }}
      />
    </section>
  );
}
