import { type ReactNode, useEffect, useMemo, useRef, useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { toast } from 'sonner';
import { sentenceOf } from '#core/document/failure';
import type { Backdrop, Document, Scene } from '#core/document/schema';
import { addBackdropPiece } from '#core/edit/commands/backdrop';
import { setBackdrop } from '#core/edit/commands/stage';
import { backdropThings } from '#core/stage/backdrop';
import { propBox } from '#core/stage/layers/prop';
import { SETS, setOf } from '#core/stage/sets/index';
import { floorAt, type StageSet, sizeAt } from '#core/stage/sets/set';
import { planesOf } from '#core/stage/world/planes';
import { DAY } from '#core/stage/world/tones';
import { inOrder } from '#core/time/order';
import { BackdropColours, BackdropDials } from '../composer/BackdropCard.tsx';
import { BackdropParts } from '../composer/BackdropParts.tsx';
import { backdropName } from '../composer/backdropName.ts';
import { BackdropPicture } from '../composer/LayerPicture.tsx';
import { makeId } from '../ids.ts';
import { PICTURE_FILES, sendPicture, shelved } from '../pictures/bringIn.ts';
import { stage } from '../stage/client.ts';
import { run, useOpenDocument, useProduction } from '../state/production.ts';
import { lookOnShelf, useShelf } from '../state/shelf.ts';
import { useUndoKeys } from '../state/undoKeys.ts';
import { useView, view } from '../state/view.ts';
import { Slider } from '../ui/fields.tsx';
import { Button, Popover, PopoverPanel } from '../ui/parts.tsx';
import { useSize } from '../ui/useSize.ts';
import { chooseFiles } from '../voices.ts';
import { BackdropBench } from '../workshop/backdrop/BackdropBench.tsx';
import { DepthShelf } from '../workshop/backdrop/DepthShelf.tsx';
import { offeredIn, PutIn } from '../workshop/backdrop/PutIn.tsx';
import { paintTimes } from '../workshop/backdrop/usePaintedBackdrop.ts';
import { KeepIt } from '../workshop/KeepIt.tsx';
import { KeptList } from '../workshop/KeptList.tsx';
import { WorkshopTabs } from '../workshop/WorkshopTabs.tsx';
import { TopBar } from './TopBar.tsx';
import { WithProduction } from './WithProduction.tsx';

type SetBackdrop = Extract<Backdrop, { kind: 'set' }>;

/** Backdrops at work: planes at their distances, parts, things of one's own, light and air; kept for all productions. */
export function BackdropWorkshop() {
  const { production, scene } = useParams();
  return <WithProduction production={production}>{(id) => <Shop production={id} wanted={scene} />}</WithProduction>;
}

function Shop({ production, wanted }: { production: string; wanted: string | undefined }) {
  const navigate = useNavigate();
  const shown = useOpenDocument();
  // What is only tried is no state of the production: small pictures are painted of what stands.
  const document = useProduction((state) => state.document) ?? shown;
  useUndoKeys();
  useEffect(() => {
    const client = stage();
    client.onProblem = (sentence) => toast.error(sentence);
    client.show(document, new Map());
    Object.assign(window, { kipzo: { production: useProduction }, kipzoBackdrop: { times: paintTimes } });
  }, [document]);
  useEffect(() => void lookOnShelf(), []);
  const last = useView((state) => state.scene);
  const scenes = inOrder(document.scenes);
  const id = [wanted, last].find((one) => one !== undefined && document.scenes[one]) ?? scenes[0]?.[0];
  const scene = id === undefined ? undefined : document.scenes[id];
  const kept = useShelf((state) => state.kept);
  const keptBackdrops = useMemo(() => (kept ?? []).filter((one) => one.kind === 'backdrop'), [kept]);
  const go = (to: string): void => {
    view({ scene: to });
    void navigate(`/p/${production}/workshop/backdrop/${to}`, { replace: true });
  };
  if (!scene || id === undefined)
    return (
      <div className="flex h-full flex-col">
        <TopBar page="workshop" />
      </div>
    );
  const { backdrop } = shown.scenes[id] ?? scene;
  return (
    <div className="flex h-full flex-col">
      <TopBar page="workshop" />
      <div className="flex min-h-0 flex-1">
        <Worked
          key={`${id} ${backdrop.kind === 'set' ? backdrop.set : backdrop.kind}`}
          id={id}
          document={document}
          scene={scene}
          backdrop={backdrop}
          left={
            <>
              <WorkshopTabs production={production} page="backdrops" />
              <section aria-label="Scenes">
                <h2 className="m-0 px-3 pb-1 text-[13px] font-[650]">Scenes</h2>
                <ul className="scrolls m-0 max-h-[150px] list-none overflow-y-auto p-0 px-1.5">
                  {scenes.map(([one, { title, backdrop: behind }]) => (
                    <li key={one}>
                      <button
                        type="button"
                        aria-current={one === id}
                        className={`mb-0.5 flex w-full items-center gap-1.5 rounded-[7px] border-2 p-0.5 text-left ${one === id ? 'border-ink bg-act-soft' : 'border-transparent hover:bg-well'}`}
                        onClick={() => go(one)}
                      >
                        <BackdropPicture backdrop={behind} size={{ width: 52, height: 30 }} />
                        <span className="line-clamp-2 min-w-0 flex-1 text-[11.5px] leading-[14px] font-semibold">{title}</span>
                      </button>
                    </li>
                  ))}
                </ul>
              </section>
              <KeptList
                kept={keptBackdrops}
                empty="Keep this one, and every production finds it here."
                picture={({ value }) => <BackdropPicture backdrop={value} size={{ width: 52, height: 30 }} />}
                use={(name) => `Put ${name} behind this scene`}
                onUse={(one) => run(`${one.name} behind the scene`, setBackdrop(id, one.value))}
                now={backdrop}
              />
            </>
          }
        />
      </div>
    </div>
  );
}

/** What is put in far away is no smaller than this share. */
const SMALLEST = 0.2;

/** What a piece stands on where no plane is chosen: the nearest behind people that is no floor. */
function planeFor(backdrop: SetBackdrop, chosen: string | undefined): string | undefined {
  const set = setOf(backdrop.set);
  if (!set) return undefined;
  const planes = planesOf(set, backdrop);
  return (planes.find(({ id }) => id === chosen) ?? planes.findLast(({ distance, floorTop }) => distance >= 0 && floorTop === undefined) ?? planes.at(-1))?.id;
}

function Worked({ document, id, scene, backdrop, left }: { document: Document; id: string; scene: Scene; backdrop: Backdrop; left: ReactNode }) {
  const shape = document.production.frame;
  const [chosen, setChosen] = useState<string>();
  const [plane, setPlane] = useState<string>();
  const [aside, setAside] = useState(0);
  const [person, setPerson] = useState(false);
  const [moving, setMoving] = useState(false);
  const [seconds, setSeconds] = useState(0);
  const room = useRef<HTMLDivElement>(null);
  const size = useSize(room);
  // biome-ignore lint/correctness/useExhaustiveDependencies: it goes on from where it stood
  useEffect(() => {
    if (!moving) return;
    const began = performance.now() - seconds * 1000;
    const timer = setInterval(() => setSeconds((performance.now() - began) / 1000), 1000 / 12);
    return () => clearInterval(timer);
  }, [moving]);
  const drawn = backdrop.kind === 'set' ? backdrop : undefined;
  const settled = scene.backdrop.kind === 'set' ? scene.backdrop : undefined;
  const choose = (what: string | undefined): void => {
    setChosen(what);
    const thing = what === undefined ? undefined : backdropThings(backdrop, shape).find((one) => one.id === what);
    if (thing) setPlane(thing.plane);
  };
  const put = (key: string, at?: { x: number; y: number }): void => {
    const one = offeredIn(document).get(key);
    const on = drawn && planeFor(drawn, plane);
    if (!one || !drawn || on === undefined) return;
    const { what, name } = one;
    const tall = what.kind === 'prop' ? -propBox(what.prop).top : what.height;
    const distance = Math.max(0, planesOf(setOf(drawn.set) as StageSet, drawn).find((one) => one.id === on)?.distance ?? 0);
    // As large as things are at that distance, but never a dot; a picture of one's own comes in a third of the frame high.
    const size = (what.kind === 'picture' ? Math.min(2, 360 / tall) : 1) * Math.max(SMALLEST, sizeAt(distance));
    const n = (drawn.pieces ?? []).length;
    const piece = makeId('piece');
    const place = at ? { x: at.x, y: at.y + Math.round((tall * size) / 2) } : { x: ((n % 5) - 2) * 90, y: Math.round(floorAt(distance)) };
    if (run(`Put in ${name}`, addBackdropPiece(id, { id: piece, name, plane: on, ...place, size: Math.round(size * 100) / 100, what }))) choose(piece);
  };
  const bringPicture = async (): Promise<void> => {
    const [file] = await chooseFiles(PICTURE_FILES, false);
    if (!file) return;
    const message = toast.loading(`Reading “${file.name}” …`);
    try {
      const picture = await sendPicture(file);
      const { id: made } = shelved(picture);
      toast.success(`“${picture.name}” is here.`, { id: message });
      await stage().fetched(picture.media);
      if (made) put(`picture ${made}`);
    } catch (thrown) {
      toast.error(sentenceOf(thrown), { id: message });
    }
  };
  const frameRatio = ((): number => {
    const [w, h] = shape.split(':').map(Number) as [number, number];
    return w / h;
  })();
  const width = Math.max(0, Math.floor(Math.min(size.width, size.height * frameRatio)));
  return (
    <>
      <aside className="flex w-[176px] shrink-0 flex-col border-r border-line bg-bench">
        {left}
        <PutIn document={document} onPut={put} onFiles={() => void bringPicture()} />
      </aside>
      <main className="flex min-w-0 flex-1 flex-col" aria-label="Backdrop">
        <header className="flex h-11 shrink-0 items-center gap-2 bg-bench px-4">
          <h1 className="m-0 min-w-0 truncate text-[16px] font-[680]">{backdropName(backdrop)}</h1>
          <span className="truncate text-[12px] text-ink-2">behind “{scene.title}”</span>
          <span className="flex-1" />
          <Others id={id} backdrop={backdrop} />
          <KeepIt what={{ kind: 'backdrop', value: backdrop }} name={`${backdropName(backdrop)} of ${scene.title}`} />
        </header>
        <div className="flex min-h-0 flex-1 flex-col bg-deep p-3">
          <div ref={room} className="flex min-h-0 flex-1 items-center justify-center">
            {drawn ? (
              width > 40 && (
                <BackdropBench
                  scene={id}
                  backdrop={drawn}
                  shape={shape}
                  width={width}
                  aside={aside}
                  seconds={seconds}
                  person={person && !aside}
                  chosen={chosen}
                  onChoose={choose}
                  onDropAt={(key, x, y) => put(key, { x, y })}
                />
              )
            ) : (
              <p className="max-w-96 text-center text-[14px] text-on-deep">
                {backdrop.kind === 'colour' ? 'Behind this scene is one colour.' : 'Behind this scene is a picture of your own, as it is.'} Choose a drawn one above to take it
                apart.
              </p>
            )}
          </div>
          {drawn && (
            <div className="flex shrink-0 items-center gap-3 pt-2.5 text-[12px] text-on-deep-2">
              <span className="whitespace-nowrap">Go past it</span>
              <span className="block w-40">
                <Slider label="Go past it" min={-130} max={130} step={2} value={aside} origin={0} onTry={setAside} onTake={setAside} />
              </span>
              {aside !== 0 && (
                <button type="button" className="text-on-deep underline-offset-2 hover:underline" onClick={() => setAside(0)}>
                  Back to the middle
                </button>
              )}
              <span className="flex-1" />
              <Toggle on={moving} set={setMoving}>
                Air moves
              </Toggle>
              <Toggle on={person} set={setPerson}>
                Somebody, for scale
              </Toggle>
            </div>
          )}
        </div>
        {drawn && settled && (
          <div className="shrink-0 overflow-hidden border-t border-line bg-paper px-3 pt-2.5">
            <DepthShelf scene={id} backdrop={drawn} settled={settled} width={Math.max(0, Math.floor(size.width))} chosen={plane} onChoose={setPlane} />
          </div>
        )}
      </main>
      <aside aria-label="What it is made of" className="scrolls w-[300px] shrink-0 overflow-y-auto border-l border-line bg-paper pt-3">
        {drawn && (
          <>
            <div className="mx-3.5 mb-3">
              <BackdropDials scene={id} backdrop={drawn} />
            </div>
            <BackdropParts scene={id} backdrop={drawn} chosen={chosen} onChoose={choose} open />
            <BackdropColours scene={id} backdrop={drawn} />
          </>
        )}
      </aside>
    </>
  );
}

const Toggle = ({ on, set, children }: { on: boolean; set: (on: boolean) => void; children: string }) => (
  <button
    type="button"
    aria-pressed={on}
    onClick={() => set(!on)}
    className={`h-6 rounded-[6px] border px-2 whitespace-nowrap ${on ? 'border-lamp bg-deep-2 text-on-deep' : 'border-deep-line text-on-deep-2 hover:text-on-deep'}`}
  >
    {children}
  </button>
);

/** Another drawn backdrop for the scene, in its own light. */
function Others({ id, backdrop }: { id: string; backdrop: Backdrop }) {
  const [open, setOpen] = useState(false);
  const all = useMemo(() => SETS.map((set) => ({ set, look: { kind: 'set', set: set.id, light: set.light ?? DAY } as SetBackdrop })), []);
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger asChild>
        <Button>Another one …</Button>
      </Popover.Trigger>
      <PopoverPanel align="end" className="scrolls max-h-[440px] w-[484px] overflow-y-auto p-2.5">
        <ul className="m-0 grid list-none grid-cols-4 gap-1.5 p-0">
          {all.map(({ set, look }) => (
            <li key={set.id}>
              <button
                type="button"
                data-set={set.id}
                className={`w-full rounded-[7px] border-2 p-0.5 text-left ${backdrop.kind === 'set' && backdrop.set === set.id ? 'border-ink' : 'border-transparent hover:bg-well'}`}
                onClick={() => {
                  run(`${set.name} behind the scene`, setBackdrop(id, look));
                  setOpen(false);
                }}
              >
                <BackdropPicture backdrop={look} size={{ width: 104, height: 59 }} />
                <span className="block truncate text-[11.5px]">{set.name}</span>
              </button>
            </li>
          ))}
        </ul>
      </PopoverPanel>
    </Popover.Root>
  );
}
