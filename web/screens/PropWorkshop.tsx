import { useEffect, useMemo, useRef, useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { toast } from 'sonner';
import type { Document, Layer, LayerOf } from '#core/document/schema';
import { bringThing, thingOf } from '#core/edit/commands/kept';
import { changeLayer } from '#core/edit/commands/layers';
import { schedule } from '#core/schedule/schedule';
import { propBox, propGrip } from '#core/stage/layers/prop';
import { propOf } from '#core/stage/props/index';
import { inOrder } from '#core/time/order';
import { doorItems, faceOf } from '../composer/doorItems.ts';
import { LayerPicture, usePainted } from '../composer/LayerPicture.tsx';
import { hasPropPart, PropPart } from '../composer/LayerProp.tsx';
import { nameOfStaged } from '../composer/lanes.ts';
import { makeId } from '../ids.ts';
import { stage } from '../stage/client.ts';
import { run, useOpenDocument, useProduction } from '../state/production.ts';
import { lookOnShelf, useShelf } from '../state/shelf.ts';
import { useUndoKeys } from '../state/undoKeys.ts';
import { useView, view } from '../state/view.ts';
import { Bitmap } from '../ui/Bitmap.tsx';
import { Button, EditableName } from '../ui/parts.tsx';
import { useSize } from '../ui/useSize.ts';
import { offeredIn, PutIn } from '../workshop/backdrop/PutIn.tsx';
import { KeepIt } from '../workshop/KeepIt.tsx';
import { KeptList } from '../workshop/KeptList.tsx';
import { WorkshopTabs } from '../workshop/WorkshopTabs.tsx';
import { TopBar } from './TopBar.tsx';
import { WithProduction } from './WithProduction.tsx';

/** Props at work, one at a time and large: what it is doing, its colours, what is written or shown on it; kept for all productions. */
export function PropWorkshop() {
  const { production, scene, layer } = useParams();
  return (
    <WithProduction production={production}>
      {(id) => <Shop production={id} {...(scene === undefined ? {} : { wantedScene: scene })} {...(layer === undefined ? {} : { wanted: layer })} />}
    </WithProduction>
  );
}

type PropLayer = LayerOf<'prop'>;
const isProp = (entry: [string, Layer]): entry is [string, PropLayer] => entry[1].kind === 'prop';

function Shop({ production, wantedScene, wanted }: { production: string; wantedScene?: string; wanted?: string }) {
  const navigate = useNavigate();
  const shown = useOpenDocument();
  const document: Document = useProduction((state) => state.document) ?? shown;
  useUndoKeys();
  useEffect(() => {
    const client = stage();
    client.onProblem = (sentence) => toast.error(sentence);
    client.show(document, new Map());
    Object.assign(window, { kipzo: { production: useProduction } });
  }, [document]);
  useEffect(() => void lookOnShelf(), []);
  const last = useView((state) => state.scene);
  const sceneId = [wantedScene, last].find((one) => one !== undefined && document.scenes[one]) ?? inOrder(document.scenes)[0]?.[0];
  const scene = sceneId === undefined ? undefined : document.scenes[sceneId];
  const kept = useShelf((state) => state.kept);
  const things = useMemo(() => (kept ?? []).filter((one) => one.kind === 'thing'), [kept]);
  if (!scene || sceneId === undefined)
    return (
      <div className="flex h-full flex-col">
        <TopBar page="workshop" />
      </div>
    );
  const props = inOrder(scene.layers).filter(isProp).toReversed();
  const id = wanted && scene.layers[wanted]?.kind === 'prop' ? wanted : props[0]?.[0];
  const layer = id === undefined ? undefined : ((shown.scenes[sceneId]?.layers[id] ?? scene.layers[id]) as PropLayer | undefined);
  const go = (to: string): void => {
    view({ scene: sceneId, layer: to });
    void navigate(`/p/${production}/workshop/prop/${sceneId}/${to}`, { replace: true });
  };
  const bring = (key: string): void => {
    const one = offeredIn(document).get(key);
    const what = one?.what;
    if (!one || what?.kind !== 'prop') return;
    // As the stage door brings it: as large beside people as it is, on the floor.
    const placed = schedule(document, () => undefined).scenes.find((each) => each.id === sceneId);
    const item = placed && doorItems(document, placed).find(({ key: known }) => known === `props ${what.prop}`);
    if (item?.layer && run(`Bring on ${one.name}`, item.bring([], { coming: 'there', tick: 0, fromHere: false }))) go(item.layer);
  };
  return (
    <div className="flex h-full flex-col">
      <TopBar page="workshop" />
      <div className="flex min-h-0 flex-1">
        <aside className="flex w-[176px] shrink-0 flex-col border-r border-line bg-bench">
          <WorkshopTabs production={production} page="props" />
          <section aria-label="On the stage">
            <h2 className="m-0 truncate px-3 pb-1 text-[13px] font-[650]">In “{scene.title}”</h2>
            {!props.length && <p className="m-0 px-3 pb-2 text-[11.5px] leading-4 text-ink-2">No prop is on its stage yet. Bring one on below.</p>}
            <ul className="scrolls m-0 max-h-[186px] list-none overflow-y-auto p-0 px-1.5">
              {props.map(([one, prop]) => (
                <li key={one}>
                  <button
                    type="button"
                    aria-current={one === id}
                    data-prop={one}
                    className={`mb-0.5 flex w-full items-center gap-1.5 rounded-[7px] border-2 p-0.5 text-left ${one === id ? 'border-ink bg-act-soft' : 'border-transparent hover:bg-well'}`}
                    onClick={() => go(one)}
                  >
                    <LayerPicture layer={prop} colour={undefined} size={{ width: 40, height: 32 }} />
                    <span className="line-clamp-2 min-w-0 flex-1 text-[11.5px] leading-[14px] font-semibold">{nameOfStaged(document, prop)}</span>
                  </button>
                </li>
              ))}
            </ul>
          </section>
          <KeptList
            kept={things}
            empty="Keep a prop or a group, and every production finds it here."
            picture={(one) => <LayerPicture layer={faceOf(one.value)} colour={undefined} size={{ width: 40, height: 32 }} />}
            use={(name) => `Bring ${name} on the stage`}
            onUse={({ name, value }) => {
              const made = makeId('layer');
              if (run(`Bring on ${name}`, bringThing(sceneId, value, made, makeId, { name })) && value.layers[value.root]?.kind === 'prop') go(made);
            }}
            now={layer && id !== undefined ? thingOf(scene, id) : undefined}
          />
          <PutIn document={document} onPut={bring} title="Bring on" />
        </aside>
        {layer && id !== undefined ? (
          <Worked key={id} id={id} layer={layer} name={nameOfStaged(document, layer)} document={document} scene={sceneId} />
        ) : (
          <main className="flex flex-1 items-center justify-center bg-deep text-[14px] text-on-deep" aria-label="Prop">
            Bring a prop on from the left, and it stands here.
          </main>
        )}
      </div>
    </div>
  );
}

/** Room around the prop, pixels. */
const ROOM = 56;

function Worked({ id, layer, name, document, scene }: { id: string; layer: PropLayer; name: string; document: Document; scene: string }) {
  const navigate = useNavigate();
  const prop = propOf(layer.prop);
  const room = useRef<HTMLDivElement>(null);
  const size = useSize(room);
  const [grip, setGrip] = useState(false);
  const box = propBox(layer.prop, layer.state);
  const [wide, tall] = [box.right - box.left, box.bottom - box.top];
  const k = Math.max(0, Math.min((size.width - 2 * ROOM) / wide, (size.height - 2 * ROOM) / tall));
  const [width, height] = [Math.floor(wide * k), Math.floor(tall * k)];
  const bitmap = usePainted(width > 0 ? layer : undefined, `bench ${width}`, () => stage().piece(layer, width * 2, height * 2, { bare: true }));
  const hold = propGrip(layer.prop);
  const stood = document.scenes[scene];
  return (
    <>
      <main className="flex min-w-0 flex-1 flex-col" aria-label="Prop">
        <header className="flex h-11 shrink-0 items-center gap-2 bg-bench px-4">
          <h1 className="m-0 min-w-0 truncate text-[16px] font-[680]">
            <EditableName value={name} label="Name of the prop" onChange={(next) => run('Rename', changeLayer(scene, id, { name: next }))} />
          </h1>
          {prop && prop.name !== name && <span className="truncate text-[12px] text-ink-2">{prop.name}</span>}
          <span className="flex-1" />
          <Button onClick={() => void navigate(`/p/${document.production.id}/scenes/${scene}`)}>See it on the stage</Button>
          {stood && <KeepIt what={{ kind: 'thing', value: thingOf(stood, id) }} name={name} />}
        </header>
        <div className="flex min-h-0 flex-1 flex-col bg-well">
          <div ref={room} className="relative flex min-h-0 flex-1 items-center justify-center" data-prop-bench>
            {width > 0 && (
              <div className="relative" style={{ width, height }}>
                <span aria-hidden="true" className="absolute inset-x-[-32px] bottom-[-1px] h-px bg-edge/60" />
                <Bitmap bitmap={bitmap} width={width} height={height} className="relative !bg-transparent" />
                {grip && (
                  <span
                    aria-hidden="true"
                    title="A hand takes it here"
                    className="absolute size-3 rounded-full border-2 border-ink bg-lamp"
                    style={{ left: hold.x * width - 6, top: hold.y * height - 6 }}
                  />
                )}
              </div>
            )}
          </div>
          <div className="flex shrink-0 items-center gap-3 px-3 pb-2.5 text-[12px] text-ink-2">
            <span>
              {(wide / 290).toFixed(1)} m wide, {(tall / 290).toFixed(1)} m high at size 100 %
            </span>
            <span className="flex-1" />
            <button
              type="button"
              aria-pressed={grip}
              onClick={() => setGrip(!grip)}
              className={`h-6 rounded-[6px] border px-2 whitespace-nowrap ${grip ? 'border-ink bg-act-soft' : 'border-edge bg-paper hover:bg-bench'}`}
            >
              Where a hand takes it
            </button>
          </div>
        </div>
      </main>
      <aside aria-label="What it is" className="scrolls w-[300px] shrink-0 overflow-y-auto border-l border-line bg-paper px-3.5 pt-3.5">
        {hasPropPart(layer) ? (
          <PropPart id={id} layer={layer} scene={{ id: scene }} />
        ) : (
          <p className="m-0 text-[12.5px] text-ink-2">This one has one look. Its place, size and light are set on the stage.</p>
        )}
      </aside>
    </>
  );
}
