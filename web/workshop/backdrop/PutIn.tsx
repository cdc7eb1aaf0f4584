import { Search } from 'lucide-react';
import { useMemo, useState } from 'react';
import type { BackdropPiece, Document, Layer } from '#core/document/schema';
import { PROP_GROUPS } from '#core/stage/props/index';
import { inOrder } from '#core/time/order';
import { mediaUrl } from '../../api.ts';
import { LayerPicture } from '../../composer/LayerPicture.tsx';

/** Something that can be put into a backdrop. */
export interface Offered {
  readonly key: string;
  readonly name: string;
  readonly words: string;
  readonly what: BackdropPiece['what'];
}

const stubs = new Map<string, Layer>();
/** A prop as a layer, for its small picture; the same each time. */
function stubOf(prop: string): Layer {
  let layer = stubs.get(prop);
  if (!layer) stubs.set(prop, (layer = { kind: 'prop', prop, order: 'a0', locked: false, hidden: false } as Layer));
  return layer;
}

const PROPS: readonly (Offered & { readonly group: string })[] = PROP_GROUPS.flatMap((group) =>
  group.props.map(({ id, name, words }) => ({
    key: `prop ${id}`,
    name,
    words: `${name} ${words.join(' ')}`.toLowerCase(),
    group: group.name,
    what: { kind: 'prop' as const, prop: id },
  })),
);

/** Own pictures of a production that stand still. */
function picturesOf(document: Document): Offered[] {
  return inOrder(document.production.pictures ?? {}).flatMap(([id, { name, media, width, height, clip }]) =>
    clip ? [] : [{ key: `picture ${id}`, name, words: `${name} own picture`.toLowerCase(), what: { kind: 'picture' as const, media, width, height } }],
  );
}

/** All that can be put into a backdrop, by key. */
export const offeredIn = (document: Document): Map<string, Offered> => new Map([...picturesOf(document), ...PROPS].map((one) => [one.key, one]));

/** Props and own pictures to put into a backdrop: clicked, they stand in the middle of the chosen plane; dragged, where they are let go. */
export function PutIn({ document, onPut, onFiles, title = 'Put in' }: { document: Document; onPut: (key: string) => void; onFiles?: () => void; title?: string }) {
  const [query, setQuery] = useState('');
  // Where pictures are not brought in, none are offered.
  const own = useMemo(() => (onFiles ? picturesOf(document) : []), [document, onFiles]);
  const words = query.toLowerCase().split(/\s+/).filter(Boolean);
  const fits = (one: Offered): boolean => words.every((word) => one.words.includes(word));
  const groups = PROP_GROUPS.map(({ name }) => [name, PROPS.filter((one) => one.group === name && fits(one))] as const).filter(([, list]) => list.length);
  const pictures = own.filter(fits);
  const tile = (one: Offered) => (
    <li key={one.key}>
      <button
        type="button"
        draggable
        title={one.name}
        aria-label={`${title} ${one.name}`}
        data-put={one.key}
        className="flex w-full flex-col items-center rounded-[7px] border border-transparent p-0.5 hover:border-edge hover:bg-paper"
        onClick={() => onPut(one.key)}
        onDragStart={(event) => {
          event.dataTransfer.setData('text/kipzo', one.key);
          event.dataTransfer.effectAllowed = 'copy';
        }}
      >
        {one.what.kind === 'prop' ? (
          <LayerPicture layer={stubOf(one.what.prop)} colour={undefined} size={{ width: 46, height: 38 }} />
        ) : (
          <span className="chequered flex h-[38px] w-[46px] items-center justify-center overflow-hidden rounded-[4px]">
            <img src={mediaUrl(one.what.media)} alt="" className="max-h-full max-w-full" loading="lazy" />
          </span>
        )}
        <span className="w-full truncate text-center text-[10.5px] leading-[14px]">{one.name}</span>
      </button>
    </li>
  );
  return (
    <section aria-label={title} className="flex min-h-0 flex-1 flex-col border-t border-line">
      <h2 className="m-0 px-3 pt-2 pb-1 text-[13px] font-[650]">{title}</h2>
      <label className="mx-2 mb-1 flex h-7 items-center gap-1 rounded-[6px] border border-edge bg-white px-1.5">
        <Search size={13} className="shrink-0 text-ink-3" />
        <input
          aria-label="Find something to put in"
          placeholder="clock, plant …"
          value={query}
          onChange={(event) => setQuery(event.target.value)}
          onKeyDown={(event) => {
            const first = pictures[0] ?? groups[0]?.[1][0];
            if (event.key === 'Enter' && first && words.length) onPut(first.key);
          }}
          className="w-full min-w-0 bg-transparent text-[12.5px] !shadow-none !outline-none"
        />
      </label>
      <div className="scrolls min-h-0 flex-1 overflow-y-auto px-1.5 pb-2">
        {onFiles && (pictures.length > 0 || !words.length) && (
          <>
            <h3 className="m-0 px-1.5 pt-1 text-[11px] text-ink-3">Own pictures</h3>
            <ul className="m-0 grid list-none grid-cols-3 gap-0.5 p-0">{pictures.map(tile)}</ul>
            <button type="button" className="mx-1.5 my-1 text-[12px] text-act underline-offset-2 hover:underline" onClick={onFiles}>
              Bring in a picture …
            </button>
          </>
        )}
        {groups.map(([name, list]) => (
          <div key={name}>
            <h3 className="m-0 px-1.5 pt-1 text-[11px] text-ink-3">{name}</h3>
            <ul className="m-0 grid list-none grid-cols-3 gap-0.5 p-0">{list.map(tile)}</ul>
          </div>
        ))}
        {!groups.length && !pictures.length && (
          <p className="m-0 px-2 py-3 text-[12px] text-ink-2">Nothing is called “{query.trim()}”. Try a plainer word, or bring in a picture of your own.</p>
        )}
      </div>
    </section>
  );
}
