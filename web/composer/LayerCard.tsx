import { Copy, FlipHorizontal2, MoreHorizontal, Shirt } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import type { ReactNode } from 'react';
import { useNavigate } from 'react-router';
import { type ColourProperty, coloursOf, type Property, propertiesOf, propertyInfo, restValue } from '#core/document/properties';
import { BLENDS, type BlendName, type CharacterLayer, type Layer } from '#core/document/schema';
import { childrenOf } from '#core/document/tree';
import { boardsIn, fitsOnBoard, putOnBoard } from '#core/edit/commands/boards';
import { wearOutfit } from '#core/edit/commands/cast';
import { copyLayer, flipLayers, holdLayer, reparent, setBlend } from '#core/edit/commands/layers';
import { faceEachOther, sameEyeLevel, swapPlaces } from '#core/edit/commands/placing';
import { passOn } from '#core/edit/commands/ways';
import type { StagedLayer } from '#core/schedule/staged';
import { LAYER_ENTRIES } from '#core/stage/layers/index';
import { inOrder } from '#core/time/order';
import { makeId } from '../ids.ts';
import { run, useOpenDocument, useStanding } from '../state/production.ts';
import { choose, useView, view } from '../state/view.ts';
import { NamedChoice } from '../ui/fields.tsx';
import { CutTag, IconButton } from '../ui/parts.tsx';
import { layerColour, type PlacedScene } from './film.ts';
import { KindIcon } from './KindIcon.tsx';
import { ChartPart } from './LayerChart.tsx';
import { ChromaPart } from './LayerChroma.tsx';
import { ClipPart } from './LayerClip.tsx';
import { Effects } from './LayerEffects.tsx';
import { KeyList } from './LayerKeys.tsx';
import { MarkPart } from './LayerMark.tsx';
import { MatchPart } from './LayerMatch.tsx';
import { MaskPart, Presence } from './LayerPresence.tsx';
import { hasPropPart, PropPart } from './LayerProp.tsx';
import { WordsPart } from './LayerWords.tsx';
import { nameOfLayer, nameOfStaged } from './lanes.ts';
import { Saying, Section, SmallButton } from './layerFields.tsx';
import { OwnFields } from './OwnFields.tsx';
import { PropertyCell, SizeCell } from './PropertyCell.tsx';
import { rowActions } from './Tree.tsx';

/** What stands in the first rows of Place and Look; everything else of a group is a row further down. */
const PLACE: readonly Property[] = ['x', 'y', 'angleDeg', 'turn', 'depth'];
const LOOK: readonly Property[] = ['opacity', 'blur', 'brightness', 'temperature'];
const MORE: readonly Property[] = ['scaleX', 'scaleY', 'anchorX', 'anchorY'];
const MORE_LOOK: readonly (Property | ColourProperty)[] = ['contrast', 'saturation', 'tintAmount', 'tint'];

const Cells = ({ children }: { children: ReactNode }) => <div className="grid grid-cols-2 gap-x-2 gap-y-1">{children}</div>;

/** The chosen layer: where it is and how it looks, with its keys; when it is there; what is its kind's own. */
export function LayerCard({ id, staged, scene }: { id: string; staged: StagedLayer; scene: PlacedScene }) {
  const document = useOpenDocument();
  const { layer } = staged;
  const name = nameOfStaged(document, layer);
  const has = new Set<string>([...propertiesOf(layer.kind), ...coloursOf(layer.kind)]);
  const cells = (list: readonly (Property | ColourProperty)[]): ReactNode =>
    list.filter((property) => has.has(property)).map((property) => <PropertyCell key={property} id={id} staged={staged} property={property} scene={scene} />);
  const inGroup = (group: string): (Property | ColourProperty)[] => propertiesOf(layer.kind).filter((property) => propertyInfo(property).group === group);
  const own = [...inGroup('words'), ...coloursOf(layer.kind).filter((property) => property !== 'tint')];
  const acting = inGroup('figure').filter((property) => property !== 'turn');
  const of = layer.kind;
  return (
    <div data-layer-card={id}>
      <Head id={id} layer={layer} name={name} scene={scene} />
      {has.has('x') && (
        <Section title="Place" of={of} actions={<PlaceSayings id={id} layer={layer} scene={scene} />}>
          <Cells>
            {cells(['x', 'y'])}
            <SizeCell id={id} staged={staged} scene={scene} />
            {cells(PLACE.slice(2))}
          </Cells>
          <More label="Width, height, anchor">
            <Cells>{cells(MORE)}</Cells>
          </More>
        </Section>
      )}
      <Section title="Look" of={of}>
        <Cells>{cells(LOOK)}</Cells>
        {layer.kind !== 'effect' && (
          <More label="Contrast, colour, how it is laid over">
            <Cells>{cells(MORE_LOOK)}</Cells>
            <div className="mt-2">
              <NamedChoice
                label="Laid over what is below"
                value={layer.blend ?? 'normal'}
                options={BLENDS.map((blend) => ({ value: blend, label: blend[0]?.toUpperCase() + blend.slice(1) }))}
                onChange={(blend) => run('Change how it is laid over', setBlend(scene.id, id, blend as BlendName))}
              />
            </div>
          </More>
        )}
        {layer.kind !== 'effect' && layer.kind !== 'text' && layer.kind !== 'balloon' && layer.kind !== 'chart' && layer.kind !== 'mark' && layer.parent === undefined && (
          <MatchPart id={id} scene={scene} />
        )}
      </Section>
      <Presence id={id} staged={staged} scene={scene} />
      {layer.kind === 'character' && (
        <Section title="Acting" of={of}>
          <Cells>{cells(acting)}</Cells>
          <Outfit id={id} layer={layer} scene={scene} />
        </Section>
      )}
      {(LAYER_ENTRIES[layer.kind].fields.length > 0 || own.length > 0 || layer.kind === 'clip' || hasPropPart(layer)) && (
        <Section title={layer.kind === 'shape' ? 'Drawing' : layer.kind === 'text' ? 'Words' : LAYER_ENTRIES[layer.kind].label} of={of}>
          {(layer.kind === 'text' || layer.kind === 'balloon') && <WordsPart id={id} layer={layer} scene={scene} />}
          {layer.kind === 'chart' && <ChartPart id={id} layer={layer} scene={scene} />}
          {layer.kind === 'mark' && <MarkPart id={id} layer={layer} scene={scene} />}
          {layer.kind === 'prop' && <PropPart id={id} layer={layer} scene={scene} />}
          {layer.kind === 'clip' && <ClipPart id={id} layer={layer} scene={scene} />}
          <OwnFields id={id} layer={layer} scene={scene} />
          {own.length > 0 && (
            <div className="mt-2">
              <Cells>{cells(own)}</Cells>
            </div>
          )}
        </Section>
      )}
      {(layer.kind === 'clip' || layer.kind === 'picture') && (
        <Section title="Colour taken out" of={of} closed={!layer.chroma}>
          <ChromaPart id={id} layer={layer} scene={scene} />
        </Section>
      )}
      <KeyList id={id} layer={layer} scene={scene} />
      {inGroup('edge').length > 0 && (
        <Section title="Crop" of={of} closed>
          <Cells>{cells(inGroup('edge'))}</Cells>
          <CropButton id={id} />
        </Section>
      )}
      {layer.kind !== 'effect' && <MaskPart id={id} layer={layer} scene={scene} />}
      <Effects id={id} staged={staged} scene={scene} />
    </div>
  );
}

/** Rows that few need, behind one click. */
const More = ({ label, children }: { label: string; children: ReactNode }) => (
  <details className="group/more mt-1">
    <summary className="flex h-6 cursor-pointer list-none items-center text-[12px] text-ink-2 hover:text-ink [&::-webkit-details-marker]:hidden">
      <span className="mr-1 inline-block text-[8px] transition-transform group-open/more:rotate-90" aria-hidden="true">
        ▶
      </span>
      {label}
    </summary>
    <div className="pt-1">{children}</div>
  </details>
);

const ITEM = 'flex cursor-pointer items-center justify-between gap-6 rounded-md px-2.5 py-1.5 text-[13px] outline-none data-[disabled]:text-ink-3 data-[highlighted]:bg-act-soft';
const MENU_HEAD = 'px-2.5 pt-2 pb-1 text-[11.5px] text-ink-3';

function Head({ id, layer, name, scene }: { id: string; layer: Layer; name: string; scene: PlacedScene }) {
  const document = useOpenDocument();
  const navigate = useNavigate();
  const colour = layerColour(document, scene.id, id);
  const where = layer.parent === undefined ? scene.scene.title : nameOfLayer(document, scene, layer.parent);
  const actions = rowActions(scene, [id]);
  const again = (): void => {
    const copy = makeId('layer');
    if (run(`${name} once more`, copyLayer(scene.id, id, copy, makeId))) choose({ kind: 'layer', id: copy });
  };
  return (
    <header className="flex h-10 items-center gap-2 px-3.5">
      {colour === undefined ? <KindIcon kind={layer.kind} size={16} /> : <CutTag colour={colour} width={13} height={16} />}
      <h2 className="m-0 min-w-0 truncate text-[16px] leading-[22px] font-[680]">{name}</h2>
      <span className="min-w-0 flex-1 truncate text-[12px] text-ink-2">in {where}</span>
      {layer.kind === 'character' && (
        <IconButton label={`Change how ${name} looks`} className="!size-7" onClick={() => void navigate(`/p/${document.production.id}/cast/${layer.character}`)}>
          <Shirt size={15} strokeWidth={1.6} />
        </IconButton>
      )}
      {layer.kind !== 'effect' && (
        <IconButton label="Flip left to right (X)" className="!size-7" onClick={() => run(`Flip ${name}`, flipLayers(scene.id, [id]))}>
          <FlipHorizontal2 size={15} strokeWidth={1.6} />
        </IconButton>
      )}
      <IconButton label="Once more beside it" className="!size-7" onClick={again}>
        <Copy size={14} strokeWidth={1.6} />
      </IconButton>
      <DropdownMenu.Root>
        <DropdownMenu.Trigger asChild>
          <button type="button" aria-label={`More for ${name}`} className="inline-flex size-7 items-center justify-center rounded-[7px] text-ink-2 hover:bg-well hover:text-ink">
            <MoreHorizontal size={16} strokeWidth={1.8} />
          </button>
        </DropdownMenu.Trigger>
        <DropdownMenu.Portal>
          <DropdownMenu.Content align="end" className="raised scrolls z-40 max-h-[420px] min-w-56 overflow-y-auto rounded-[9px] border border-line bg-paper p-1">
            <Entry label="Bring forward" keys="Alt+Up" act={actions.forward} />
            <Entry label="Send back" keys="Alt+Down" act={actions.back} />
            {layer.kind === 'group' && <Entry label="Take the group apart" keys="Shift+G" act={actions.ungroup} />}
            {layer.parent !== undefined && <Entry label="Take it out" keys="Alt+Left" act={actions.out} />}
            <Belongs id={id} layer={layer} scene={scene} />
            <PassesOn id={id} layer={layer} scene={scene} />
            <div className="my-1 h-px bg-line" />
            <Entry label="Take off stage" keys="Delete" act={actions.off} />
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
    </header>
  );
}

const Entry = ({ label, keys = '', act }: { label: string; keys?: string; act: () => void }) => (
  <DropdownMenu.Item className={ITEM} onSelect={act}>
    {label}
    <span className="text-[11.5px] text-ink-3">{keys}</span>
  </DropdownMenu.Item>
);

/** The groups and hands that a layer can be put into. */
function Belongs({ id, layer, scene }: { id: string; layer: Layer; scene: PlacedScene }) {
  const document = useOpenDocument();
  const siblings = childrenOf(scene.scene, layer.parent).filter(([other]) => other !== id);
  const groups = siblings.filter(([, other]) => other.kind === 'group');
  const figures = siblings.filter(([, other]) => other.kind === 'character');
  const canBeHeld = layer.kind === 'prop' || layer.kind === 'picture' || layer.kind === 'clip' || layer.kind === 'text' || layer.kind === 'shape';
  return (
    <>
      {groups.length > 0 && <div className={MENU_HEAD}>Into</div>}
      {groups.map(([other, group]) => (
        <Entry key={other} label={nameOfStaged(document, group)} act={() => run('Put it into the group', reparent(scene.id, id, other))} />
      ))}
      {canBeHeld && figures.length > 0 && <div className={MENU_HEAD}>In the hand of</div>}
      {canBeHeld &&
        figures.flatMap(([other, figure]) =>
          (['left', 'right'] as const).map((hand) => (
            <Entry key={`${other} ${hand}`} label={`${nameOfStaged(document, figure)}, ${hand}`} act={() => run('Take it into the hand', holdLayer(scene.id, id, other, hand))} />
          )),
        )}
    </>
  );
}

/** Edges are drawn in where they are seen. */
function CropButton({ id }: { id: string }) {
  const cutting = useView((state) => state.cutting?.layer === id && state.cutting.what === 'crop');
  return (
    <div className="mt-2">
      <SmallButton onClick={() => view({ cutting: cutting ? undefined : { layer: id, what: 'crop' } })}>{cutting ? 'Done' : 'Crop on the stage'}</SmallButton>
    </div>
  );
}

/** Into whose hand a thing goes at the playhead; until then it stays where it is. */
function PassesOn({ id, layer, scene }: { id: string; layer: Layer; scene: PlacedScene }) {
  const document = useStanding();
  if (layer.kind !== 'prop' && layer.kind !== 'picture' && layer.kind !== 'clip' && layer.kind !== 'text' && layer.kind !== 'shape') return null;
  const figures = childrenOf(scene.scene, undefined).filter(([, other]) => other.kind === 'character');
  if (!figures.length) return null;
  const held = layer.parent !== undefined && scene.scene.layers[layer.parent]?.kind === 'character';
  const pass = (figure: string, hand: 'left' | 'right'): void => {
    const copy = makeId('layer');
    const at = Math.round(useView.getState().tick);
    if (run(held ? 'Hand it over' : 'Pick it up', passOn(scene.id, id, { figure, hand, at, copy }, makeId))) choose({ kind: 'layer', id: copy });
  };
  return (
    <>
      <div className={MENU_HEAD}>{held ? 'Hand it over at the playhead to' : 'Picked up at the playhead by'}</div>
      {figures
        .filter(([other]) => other !== layer.parent)
        .flatMap(([other, figure]) =>
          (['left', 'right'] as const).map((hand) => <Entry key={`${other} ${hand}`} label={`${nameOfStaged(document, figure)}, ${hand}`} act={() => pass(other, hand)} />),
        )}
    </>
  );
}

/** What is done with the one who stands nearest: turn to, change places with, look level with. */
function PlaceSayings({ id, layer, scene }: { id: string; layer: Layer; scene: PlacedScene }) {
  const document = useOpenDocument();
  if (fitsOnBoard(layer)) {
    // On another board than the one whose group it is in.
    const boards = boardsIn(scene.scene).filter(([, board]) => !layer.parent || board.parent !== layer.parent);
    return boards.slice(0, 2).map(([board, one]) => {
      const name = nameOfStaged(document, one);
      return (
        <Saying key={board} onClick={() => run(`Put it on ${name}`, putOnBoard(scene.id, id, board, makeId('layer')))}>
          On {name}
        </Saying>
      );
    });
  }
  if (layer.kind !== 'character') return null;
  const x = restValue(layer, 'x');
  const [nearest] = childrenOf(scene.scene, layer.parent)
    .filter((entry): entry is [string, CharacterLayer] => entry[0] !== id && entry[1].kind === 'character' && !entry[1].hidden)
    .sort(([, a], [, b]) => Math.abs(restValue(a, 'x') - x) - Math.abs(restValue(b, 'x') - x));
  if (!nearest) return null;
  const [other, one] = nearest;
  const name = nameOfStaged(document, one);
  return (
    <>
      <Saying onClick={() => run(`Face ${name}`, faceEachOther(scene.id, [id, other]))}>Face {name.length > 9 ? 'each other' : name}</Saying>
      <Saying onClick={() => run(`Swap places with ${name}`, swapPlaces(scene.id, id, other))}>Swap places</Saying>
      <Saying onClick={() => run('Same eye level', sameEyeLevel(scene.id, [other, id]))}>Eye level</Saying>
    </>
  );
}

function Outfit({ id, layer, scene }: { id: string; layer: CharacterLayer; scene: PlacedScene }) {
  const document = useOpenDocument();
  const outfits = document.characters[layer.character]?.outfits;
  if (!outfits || !Object.keys(outfits).length) return null;
  return (
    <div className="mt-2">
      <NamedChoice
        label="Outfit"
        value={layer.outfit ?? ''}
        options={[{ value: '', label: 'Everyday' }, ...inOrder(outfits).map(([key, { name }]) => ({ value: key, label: name }))]}
        onChange={(key) => run('Change the outfit', wearOutfit(scene.id, id, key || null))}
      />
    </div>
  );
}
