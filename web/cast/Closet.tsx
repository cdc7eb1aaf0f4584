import { dressed } from '#core/figure/outfits';
import { useEdited, useOpenDocument } from '../state/production.ts';
import { Body } from './Body.tsx';
import { Colours, Skin } from './Colours.tsx';
import { Contrast } from './Contrast.tsx';
import type { CastClient } from './client.ts';
import { Options } from './Options.tsx';
import type { RoomSlot } from './slots.ts';

interface Props {
  readonly client: CastClient;
  readonly id: string;
  readonly slot: RoomSlot;
  readonly outfit: string | undefined;
  readonly scene: string | undefined;
  readonly locked: boolean;
  readonly hidden: boolean;
  readonly onLock: () => void;
  readonly onHide: () => void;
}

/** What a character can be made of: the options of the chosen slot, its colours, how it stands off, skin and body. */
export function Closet({ client, id, slot, outfit, scene, locked, hidden, onLock, onHide }: Props) {
  // By what is worn, not by what is tried on: nothing moves under the pointer.
  const edited = useEdited();
  const stored = edited.characters[id];
  const tried = useOpenDocument().characters[id] ?? stored;
  if (!stored || !tried) return null;
  const worn = dressed(stored, outfit);
  return (
    <>
      <Options client={client} character={worn} slot={slot} outfit={outfit} locked={locked} hidden={hidden} onLock={onLock} onHide={onHide} />
      <div className="scrolls max-h-[52%] shrink-0 overflow-y-auto">
        <Colours character={worn} slot={slot} outfit={outfit} />
        <Contrast document={edited} character={worn} outfit={outfit} scene={scene} />
        {stored.kind === 'person' && <Skin character={tried} />}
        <Body character={tried} />
      </div>
    </>
  );
}
