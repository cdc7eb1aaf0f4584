import { Eye, EyeOff, RotateCcw, X } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import type { Backdrop, BackdropPart, BackdropPiece } from '#core/document/schema';
import { changeBackdropPart, changeBackdropPiece, changeBackdropPlane, orderBackdropPiece, removeBackdropPiece } from '#core/edit/commands/backdrop';
import { PROP_GROUPS, propOf } from '#core/stage/props/index';
import { setOf } from '#core/stage/sets/index';
import type { SetPart, SetPlane } from '#core/stage/sets/set';
import { planesOf } from '#core/stage/world/planes';
import { tonesOf } from '#core/stage/world/tones';
import { preview, run } from '../state/production.ts';
import { NamedChoice } from '../ui/fields.tsx';
import { IconButton } from '../ui/parts.tsx';
import { ColourField, NumberField, Section, SmallButton } from './layerFields.tsx';

type SetBackdrop = Extract<Backdrop, { kind: 'set' }>;

/** How far a plane lies, in words. */
export const distanceWords = (distance: number): string =>
  distance < 0 ? `${(-distance).toFixed(1)} m before people` : distance > 900 ? 'far away' : `${distance < 10 ? distance.toFixed(1) : Math.round(distance)} m behind`;

const PROP_CHOICES = PROP_GROUPS.map((group) => ({ label: group.name, options: group.props.map((prop) => ({ value: prop.id, label: prop.name })) }));

/** Planes of a drawn backdrop, nearest first, and what stands on each: hidden, moved, coloured, swapped. One is open at a time. */
export function BackdropParts({
  scene,
  backdrop,
  chosen,
  onChoose,
  open: unfolded = false,
}: {
  scene: string;
  backdrop: SetBackdrop;
  chosen?: string | undefined;
  onChoose?: (id: string | undefined) => void;
  open?: boolean;
}) {
  const [own, setOwn] = useState<string>();
  const [open, setOpen] = onChoose ? [chosen, onChoose] : [own, setOwn];
  const set = setOf(backdrop.set);
  if (!set) return null;
  const there = planesOf(set, backdrop);
  const gone = set.planes.filter(({ id }) => !there.some((plane) => plane.id === id));
  const planes = [...there.toReversed(), ...gone].filter(({ id, parts }) => parts.some((part) => part.id !== 'ground') || backdrop.pieces?.some(({ plane }) => plane === id));
  const toggle = (id: string): void => setOpen(open === id ? undefined : id);
  return (
    <Section title="Parts" of="backdrop" closed={!unfolded}>
      {planes.map((plane) => {
        const hidden = backdrop.planes?.[plane.id]?.hidden;
        const pieces = (backdrop.pieces ?? []).filter((piece) => piece.plane === plane.id).toReversed();
        return (
          <div key={plane.id} className="mb-2" data-backdrop-plane={plane.id}>
            <p className="m-0 mb-0.5 flex h-6 items-center gap-1 text-[11px] text-ink-3">
              <IconButton
                label={hidden ? `Show the plane ${plane.name}` : `Hide the plane ${plane.name}`}
                onClick={() => void run(hidden ? `Show ${plane.name}` : `Hide ${plane.name}`, changeBackdropPlane(scene, plane.id, { hidden: hidden ? undefined : true }))}
              >
                {hidden ? <EyeOff size={13} /> : <Eye size={13} />}
              </IconButton>
              <span className="min-w-0 flex-1 truncate">{plane.name}</span>
              <span>{distanceWords(plane.distance)}</span>
            </p>
            {!hidden && (
              <ul className="m-0 list-none p-0">
                {pieces.map((piece) => (
                  <PieceRow key={piece.id} scene={scene} piece={piece} planes={there} open={open === piece.id} onOpen={() => toggle(piece.id)} />
                ))}
                {plane.parts.toReversed().map((part) => (
                  <PartRow key={part.id} scene={scene} part={part} change={backdrop.parts?.[part.id]} open={open === part.id} onOpen={() => toggle(part.id)} />
                ))}
              </ul>
            )}
          </div>
        );
      })}
    </Section>
  );
}

/** Brings an opened row into sight where it was chosen elsewhere. */
function useSeen(open: boolean): React.RefObject<HTMLLIElement | null> {
  const row = useRef<HTMLLIElement>(null);
  useEffect(() => {
    if (open) row.current?.scrollIntoView({ block: 'nearest' });
  }, [open]);
  return row;
}

function PartRow({ scene, part, change, open, onOpen }: { scene: string; part: SetPart; change: BackdropPart | undefined; open: boolean; onOpen: () => void }) {
  const set = (what: string, next: Partial<BackdropPart>): void => void run(what, changeBackdropPart(scene, part.id, next));
  const slot = part.slot ?? (part.prop ? propOf(part.prop)?.slots?.[0] : undefined);
  const name = change?.swap ? (propOf(change.swap)?.name ?? part.name) : part.name;
  const row = useSeen(open);
  return (
    <li ref={row} className={`rounded-[6px] ${open ? 'bg-well' : ''}`} data-backdrop-part={part.id}>
      <div className="flex h-7 items-center gap-1">
        <IconButton
          label={change?.hidden ? `Show ${name}` : `Hide ${name}`}
          onClick={() => set(change?.hidden ? `Show ${name}` : `Hide ${name}`, { hidden: change?.hidden ? undefined : true })}
        >
          {change?.hidden ? <EyeOff size={14} /> : <Eye size={14} />}
        </IconButton>
        <button type="button" aria-expanded={open} className={`min-w-0 flex-1 truncate text-left text-[12.5px] ${change?.hidden ? 'text-ink-3' : ''}`} onClick={onOpen}>
          {name}
        </button>
        {change && (
          <IconButton label={`${name} as drawn`} onClick={() => set(`${name} as drawn`, { hidden: undefined, dx: undefined, dy: undefined, colour: undefined, swap: undefined })}>
            <RotateCcw size={13} />
          </IconButton>
        )}
      </div>
      {open && (
        <div className="grid grid-cols-2 gap-2 px-2 pt-1 pb-2">
          {!part.stays && (
            <>
              <NumberField label="Across" unit="units" value={change?.dx ?? 0} least={-1500} most={1500} step={10} onTake={(dx) => set(`Move ${name}`, { dx: dx || undefined })} />
              <NumberField label="Down" unit="units" value={change?.dy ?? 0} least={-900} most={900} step={10} onTake={(dy) => set(`Move ${name}`, { dy: dy || undefined })} />
            </>
          )}
          {slot && (
            <ColourField
              label="Colour"
              value={change?.colour ?? tonesOf()[slot].base}
              onTry={(colour) => preview(colour === undefined ? undefined : changeBackdropPart(scene, part.id, { colour }))}
              onTake={(colour) => set(`Colour of ${name}`, { colour })}
            />
          )}
          {part.prop && (
            <NamedChoice
              label="Instead of it"
              value={change?.swap ?? part.prop}
              options={PROP_CHOICES}
              onChange={(prop) => set(`Swap ${name}`, { swap: prop === part.prop ? undefined : prop })}
            />
          )}
          {!slot && !part.prop && part.stays && <p className="col-span-2 m-0 text-[11.5px] text-ink-2">It reaches over the whole picture. Its colours are below.</p>}
        </div>
      )}
    </li>
  );
}

/** Something of one's own in the backdrop. */
function PieceRow({ scene, piece, planes, open, onOpen }: { scene: string; piece: BackdropPiece; planes: readonly SetPlane[]; open: boolean; onOpen: () => void }) {
  const { id, name, what } = piece;
  const set = (label: string, next: Partial<BackdropPiece>): void => void run(label, changeBackdropPiece(scene, id, next));
  const prop = what.kind === 'prop' ? propOf(what.prop) : undefined;
  const slot = prop?.slots?.[0];
  const row = useSeen(open);
  return (
    <li ref={row} className={`rounded-[6px] ${open ? 'bg-well' : ''}`} data-backdrop-piece={id}>
      <div className="flex h-7 items-center gap-1">
        <IconButton
          label={piece.hidden ? `Show ${name}` : `Hide ${name}`}
          onClick={() => set(piece.hidden ? `Show ${name}` : `Hide ${name}`, { hidden: piece.hidden ? undefined : true } as Partial<BackdropPiece>)}
        >
          {piece.hidden ? <EyeOff size={14} /> : <Eye size={14} />}
        </IconButton>
        <button type="button" aria-expanded={open} className={`min-w-0 flex-1 truncate text-left text-[12.5px] font-semibold ${piece.hidden ? 'text-ink-3' : ''}`} onClick={onOpen}>
          {name}
        </button>
        <IconButton label={`Take ${name} away`} onClick={() => void run(`Take ${name} away`, removeBackdropPiece(scene, id))}>
          <X size={14} />
        </IconButton>
      </div>
      {open && (
        <div className="grid grid-cols-2 gap-2 px-2 pt-1 pb-2">
          <NumberField label="Size" unit="times" value={piece.size} least={0.02} most={20} step={0.05} onTake={(size) => set(`Size of ${name}`, { size })} />
          <NumberField
            label="Turn"
            unit="degrees"
            value={piece.turnDeg ?? 0}
            least={-180}
            most={180}
            step={1}
            onTake={(turnDeg) => set(`Turn ${name}`, { turnDeg: turnDeg || undefined } as Partial<BackdropPiece>)}
          />
          {prop?.states && what.kind === 'prop' && (
            <NamedChoice
              label="It is"
              value={what.state ?? (prop.states[0]?.[0] as string)}
              options={prop.states.map(([value, label]) => ({ value, label }))}
              onChange={(state) => set(`${name} is changed`, { what: { ...what, state } })}
            />
          )}
          {slot && what.kind === 'prop' && (
            <ColourField
              label="Colour"
              value={what.colour ?? tonesOf()[slot].base}
              onTry={(colour) => preview(colour === undefined ? undefined : changeBackdropPiece(scene, id, { what: { ...what, colour } }))}
              onTake={(colour) => set(`Colour of ${name}`, { what: { ...what, colour } })}
            />
          )}
          <NamedChoice
            label="Stands on"
            value={piece.plane}
            options={planes.map((plane) => ({ value: plane.id, label: plane.name }))}
            onChange={(plane) => set(`Put ${name} elsewhere`, { plane })}
          />
          <div className="col-span-2 flex flex-wrap gap-1.5">
            <SmallButton onClick={() => set(`Flip ${name}`, { flipped: piece.flipped ? undefined : true } as Partial<BackdropPiece>)}>Flip</SmallButton>
            <SmallButton onClick={() => void run(`${name} before the next`, orderBackdropPiece(scene, id, 1))}>Before the next</SmallButton>
            <SmallButton onClick={() => void run(`${name} behind the next`, orderBackdropPiece(scene, id, -1))}>Behind it</SmallButton>
          </div>
        </div>
      )}
    </li>
  );
}
