import { useNavigate } from 'react-router';
import { toast } from 'sonner';
import { sentenceOf } from '#core/document/failure';
import type { Backdrop } from '#core/document/schema';
import { setBackdrop } from '#core/edit/commands/stage';
import { setOf } from '#core/stage/sets/index';
import { daylight, MARKS, type Slot, tonesOf } from '#core/stage/world/tones';
import { PICTURE_FILES, sendPicture, shelved } from '../pictures/bringIn.ts';
import { stage } from '../stage/client.ts';
import { preview, run, useOpenDocument } from '../state/production.ts';
import { view } from '../state/view.ts';
import { NamedSlider } from '../ui/fields.tsx';
import { chooseFiles } from '../voices.ts';
import { BackdropParts } from './BackdropParts.tsx';
import { backdropName } from './backdropName.ts';
import type { PlacedScene } from './film.ts';
import { BackdropPicture } from './LayerPicture.tsx';
import { ColourField, NumberField, Section, SmallButton } from './layerFields.tsx';
import { SLOT_NAMES } from './slotNames.ts';

type SetBackdrop = Extract<Backdrop, { kind: 'set' }>;

async function ownBackdrop(scene: string): Promise<void> {
  const [file] = await chooseFiles(PICTURE_FILES, false);
  if (!file) return;
  const known = toast.loading(`Reading “${file.name}” …`);
  try {
    const picture = await sendPicture(file);
    const { media, width, height, name } = picture;
    const { edit } = shelved(picture);
    run('Bring in a backdrop', setBackdrop(scene, { kind: 'picture', media, width, height, fit: 'fill', name }), edit ? { follows: edit } : {});
    await stage().fetched(media);
    toast.success(`“${name}” is here.`, { id: known });
  } catch (thrown) {
    toast.error(sentenceOf(thrown), { id: known });
  }
}

/** The hour of a mark, as its sky. */
const skyOf = (at: number): string => {
  const { sky } = daylight(at);
  return `linear-gradient(${sky[0]}, ${sky[1]} 60%, ${sky[2]})`;
};

/** Light and air of a drawn backdrop: the hour by its marks or anything between them, and how much the air moves. */
export function BackdropDials({ scene, backdrop }: { scene: string; backdrop: SetBackdrop }) {
  const take = (what: string, next: SetBackdrop): void => void run(what, setBackdrop(scene, next));
  const hour = MARKS.findLast(({ at }) => at <= backdrop.light + 0.001)?.name ?? 'Day';
  const near = MARKS.find(({ at }) => Math.abs(at - backdrop.light) < 0.01);
  return (
    <div className="flex flex-col gap-2" data-backdrop-dials>
      <fieldset className="m-0 flex gap-1.5 border-0 p-0">
        <legend className="sr-only">Hour of the light</legend>
        {MARKS.map(({ at, name }) => (
          <button
            key={name}
            type="button"
            aria-pressed={near?.name === name}
            className={`flex h-[42px] flex-1 flex-col overflow-hidden rounded-[7px] border text-[12px] ${near?.name === name ? 'border-ink font-semibold' : 'border-edge hover:border-ink-3'}`}
            onClick={() => take(name, { ...backdrop, light: at })}
            onPointerEnter={() => preview(setBackdrop(scene, { ...backdrop, light: at }))}
            onPointerLeave={() => preview(undefined)}
          >
            <span className="h-5 w-full" style={{ background: skyOf(at) }} />
            <span className={`flex w-full flex-1 items-center justify-center ${near?.name === name ? 'bg-act-soft' : 'bg-paper'}`}>{name}</span>
          </button>
        ))}
      </fieldset>
      <NamedSlider
        label={near ? 'Light' : `Light, after ${hour.toLowerCase()}`}
        min={0}
        max={1}
        step={0.01}
        value={backdrop.light}
        onTry={(light) => preview(setBackdrop(scene, { ...backdrop, light }))}
        onTake={(light) => take('Change the light', { ...backdrop, light })}
      />
      <NamedSlider
        label="Air"
        min={0}
        max={1}
        step={0.05}
        value={backdrop.air ?? 0}
        onTry={(air) => preview(setBackdrop(scene, withAir(backdrop, air)))}
        onTake={(air) => take('Change the air', withAir(backdrop, air))}
      />
    </div>
  );
}

const withAir = ({ air: _, ...rest }: SetBackdrop, air: number): SetBackdrop => (air > 0 ? { ...rest, air } : rest);

const OFFERED: Readonly<Record<'indoors' | 'outdoors' | 'ground', readonly Slot[]>> = {
  indoors: ['wall', 'floor', 'wood', 'accent', 'second', 'green'],
  outdoors: ['floor', 'wood', 'accent', 'second', 'green', 'metal'],
  ground: ['wall', 'accent', 'second'],
};

/** Colours of a drawn backdrop: each of its slots, from the production's palette if wished. */
export function BackdropColours({ scene, backdrop }: { scene: string; backdrop: SetBackdrop }) {
  const palette = useOpenDocument().production.palette;
  const set = setOf(backdrop.set);
  if (!set) return null;
  const tones = tonesOf({ ...set.colours, ...backdrop.colours });
  const withColours = (colours: SetBackdrop['colours']): SetBackdrop => {
    const { colours: _, ...rest } = backdrop;
    return colours && Object.keys(colours).length ? { ...rest, colours } : rest;
  };
  const put = (slot: Slot, colour: string): SetBackdrop => withColours({ ...backdrop.colours, [slot]: colour });
  const fromPalette = (): void => {
    const [accent, second, green] = palette.slice(-3).reverse();
    run(
      'Take the production’s colours',
      setBackdrop(scene, withColours({ ...backdrop.colours, ...(accent ? { accent } : {}), ...(second ? { second } : {}), ...(green ? { green } : {}) })),
    );
  };
  return (
    <Section title="Colours" of="backdrop" closed={!backdrop.colours}>
      <div className="grid grid-cols-3 gap-2">
        {OFFERED[set.place].map((slot) => (
          <ColourField
            key={slot}
            label={SLOT_NAMES[slot]}
            value={backdrop.colours?.[slot] ?? tones[slot].base}
            onTry={(colour) => preview(colour === undefined ? undefined : setBackdrop(scene, put(slot, colour)))}
            onTake={(colour) => void run(`Change ${SLOT_NAMES[slot].toLowerCase()}`, setBackdrop(scene, put(slot, colour)))}
          />
        ))}
      </div>
      <div className="mt-2 flex gap-1.5">
        {palette.length > 0 && <SmallButton onClick={fromPalette}>From the production</SmallButton>}
        {backdrop.colours && <SmallButton onClick={() => void run('Colours as drawn', setBackdrop(scene, withColours(undefined)))}>As drawn</SmallButton>}
      </div>
    </Section>
  );
}

/** The chosen backdrop: its hour and air, its colours and parts, how a picture fills the frame. */
export function BackdropCard({ scene }: { scene: PlacedScene }) {
  const { backdrop } = scene.scene;
  const document = useOpenDocument();
  const navigate = useNavigate();
  const take = (next: Backdrop): void => void run('Change the backdrop', setBackdrop(scene.id, next));
  return (
    <div data-backdrop-card>
      <header className="flex h-10 items-center gap-2 px-3.5">
        <h2 className="m-0 min-w-0 flex-1 truncate text-[16px] leading-[22px] font-[680]">{backdropName(backdrop)}</h2>
        <span className="text-[12px] text-ink-2">behind everything</span>
      </header>
      <div className="mx-3.5 overflow-hidden rounded-[7px]">
        <BackdropPicture backdrop={backdrop} size={{ width: 292, height: 164 }} className="w-full" />
      </div>
      <div className="mx-3.5 mt-3 mb-3 flex flex-col gap-3">
        {backdrop.kind === 'set' && <BackdropDials scene={scene.id} backdrop={backdrop} />}
        {backdrop.kind === 'colour' && <PlainColours scene={scene.id} backdrop={backdrop} onTake={take} />}
        {backdrop.kind === 'picture' && <PictureCrop scene={scene.id} backdrop={backdrop} />}
        <div className="flex gap-1.5">
          <SmallButton onClick={() => view({ door: true })}>Another backdrop</SmallButton>
          <SmallButton onClick={() => void ownBackdrop(scene.id)}>Own picture …</SmallButton>
          {backdrop.kind === 'set' && <SmallButton onClick={() => void navigate(`/p/${document.production.id}/workshop/backdrop/${scene.id}`)}>Workshop</SmallButton>}
        </div>
      </div>
      {backdrop.kind === 'set' && (
        <>
          <BackdropColours scene={scene.id} backdrop={backdrop} />
          <BackdropParts scene={scene.id} backdrop={backdrop} />
        </>
      )}
    </div>
  );
}

type PictureBackdrop = Extract<Backdrop, { kind: 'picture' }>;

/** How a picture of one's own fills the frame: all of it or to the edges, closer, and which part of it. */
function PictureCrop({ scene, backdrop }: { scene: string; backdrop: PictureBackdrop }) {
  const cropped = (values: Partial<Pick<PictureBackdrop, 'closer' | 'across' | 'down'>>): PictureBackdrop => {
    const { closer = 1, across = 0, down = 0, ...plain } = { ...backdrop, ...values };
    return { ...plain, ...(closer === 1 ? {} : { closer }), ...(across ? { across } : {}), ...(down ? { down } : {}) };
  };
  const slider = (label: string, field: 'closer' | 'across' | 'down', [min, max, step]: readonly [number, number, number]) => (
    <NamedSlider
      label={label}
      min={min}
      max={max}
      step={step}
      origin={field === 'closer' ? 1 : 0}
      value={backdrop[field] ?? (field === 'closer' ? 1 : 0)}
      onTry={(value) => preview(setBackdrop(scene, cropped({ [field]: value })))}
      onTake={(value) => void run(label, setBackdrop(scene, cropped({ [field]: value })))}
    />
  );
  return (
    <>
      <fieldset className="m-0 flex gap-1.5 border-0 p-0">
        <legend className="sr-only">How it fills the frame</legend>
        {(['fill', 'fit'] as const).map((fit) => (
          <button
            key={fit}
            type="button"
            aria-pressed={backdrop.fit === fit}
            className={`h-7 flex-1 rounded-[7px] border text-[13px] ${backdrop.fit === fit ? 'border-ink bg-act-soft font-semibold' : 'border-edge bg-paper hover:bg-bench'}`}
            onClick={() => run('Fit the backdrop', setBackdrop(scene, { ...backdrop, fit }))}
          >
            {fit === 'fill' ? 'Fill' : 'Fit'}
          </button>
        ))}
      </fieldset>
      {slider('Closer', 'closer', [1, 4, 0.05])}
      <div className="grid grid-cols-2 gap-3">
        {slider('Left to right', 'across', [-1, 1, 0.02])}
        {slider('Up and down', 'down', [-1, 1, 0.02])}
      </div>
    </>
  );
}

type ColourBackdrop = Extract<Backdrop, { kind: 'colour' }>;

/** One colour, or two that run into each other. */
function PlainColours({ scene, backdrop, onTake }: { scene: string; backdrop: ColourBackdrop; onTake: (next: Backdrop) => void }) {
  const { to, angleDeg: _, ...plain } = backdrop;
  const tried = (next: ColourBackdrop | undefined): void => preview(next && setBackdrop(scene, next));
  return (
    <>
      <div className="grid grid-cols-2 gap-2">
        <ColourField
          label="Colour"
          value={backdrop.colour}
          onTry={(colour) => tried(colour === undefined ? undefined : { ...backdrop, colour })}
          onTake={(colour) => onTake({ ...backdrop, colour })}
        />
        {to !== undefined && (
          <ColourField
            label="Runs into"
            value={to}
            onTry={(next) => tried(next === undefined ? undefined : { ...backdrop, to: next })}
            onTake={(next) => onTake({ ...backdrop, to: next })}
          />
        )}
      </div>
      {to === undefined ? (
        <SmallButton onClick={() => onTake({ ...backdrop, to: '#f6f1e6' })}>Let it run into another</SmallButton>
      ) : (
        <div className="flex items-end gap-2">
          <NumberField label="Along" unit="degrees" value={backdrop.angleDeg ?? 90} least={-360} most={360} step={15} onTake={(angleDeg) => onTake({ ...backdrop, angleDeg })} />
          <SmallButton onClick={() => onTake(plain)}>One colour</SmallButton>
        </div>
      )}
    </>
  );
}
