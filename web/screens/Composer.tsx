import { ChevronUp, Pause, Play, Plus, Trash2 } from 'lucide-react';
import { useEffect, useState } from 'react';
import { useNavigate, useParams, useSearchParams } from 'react-router';
import { deleteScene, setCaptions, setProduction } from '#core/edit/commands/stage';
import { addSceneAfter } from '#core/edit/create';
import { STYLES } from '#core/stage/styles/index';
import { inOrder } from '#core/time/order';
import { ticksPerFrame, toTicks } from '#core/time/ticks';
import { FilmMusic } from '../composer/FilmMusic.tsx';
import { type PlacedScene, useFilm } from '../composer/film.ts';
import { HangMenu } from '../composer/HangMenu.tsx';
import { HEAD_WIDTH } from '../composer/Lanes.tsx';
import { LineCard } from '../composer/LineCard.tsx';
import { OnStage } from '../composer/OnStage.tsx';
import { overlapsOf } from '../composer/Ribbon.tsx';
import { ShortcutsDialog } from '../composer/ShortcutsDialog.tsx';
import { Shots } from '../composer/Shots.tsx';
import { StageView } from '../composer/StageView.tsx';
import { useShortcuts } from '../composer/shortcuts.ts';
import { Timeline } from '../composer/Timeline.tsx';
import { seek, soundLevel, stop, togglePlay } from '../composer/transport.ts';
import { makeId } from '../ids.ts';
import { GapsMenu } from '../script/GapsMenu.tsx';
import { stage } from '../stage/client.ts';
import { useAnalyses } from '../state/analyses.ts';
import { useOpened } from '../state/opened.ts';
import { run, useOpenDocument, useProduction } from '../state/production.ts';
import { choose, useView, view } from '../state/view.ts';
import { TypedName } from '../typing/TypedName.tsx';
import { Check, Choice, Slider } from '../ui/fields.tsx';
import { Button, IconButton } from '../ui/parts.tsx';
import { NotFound } from './NotFound.tsx';
import { TopBar } from './TopBar.tsx';

/** The scene composer: stage, conversation ribbon, lanes, the line card. */
export function Composer() {
  const { production, scene: sceneParam } = useParams();
  const [search, setSearch] = useSearchParams();
  const problem = useProduction((state) => state.problem);
  const found = useFilm();
  const playing = useView((state) => state.playing);
  const throughCamera = useView((state) => state.throughCamera);
  const recording = useView((state) => state.recording);
  const analyses = useAnalyses((state) => state.byHash);

  const lost = useOpened(production, sceneParam, found);
  useEffect(() => {
    if (!found) return;
    stage().show(found.document, analyses);
  }, [found, analyses]);
  // Frames are asked for outside of React: a playing film renders no component anew.
  useEffect(() => {
    if (!found) return;
    const frame = ticksPerFrame(found.film.fps);
    let shown = -1;
    const editing = (!playing || recording) && !throughCamera;
    const show = (tick: number): void => {
      const at = Math.floor((tick + 1) / frame) * frame;
      if (at === shown) return;
      shown = at;
      stage().draw({ kind: 'draw', scene: found.scene.id, tick: at, wholeSet: editing, captions: !editing, boxes: editing });
    };
    show(useView.getState().tick);
    return useView.subscribe((state) => show(state.tick));
  }, [found, playing, recording, throughCamera]);
  useEffect(() => {
    if (found && search.get('play')) {
      setSearch({}, { replace: true });
      setTimeout(() => togglePlay(), 600);
    }
  }, [!!found]);
  useShortcuts(found?.scene);
  // Tests and benchmarks read these.
  useEffect(() => {
    Object.assign(window, { kipzo: { stage: stage(), level: soundLevel, view: useView, production: useProduction, analyses: () => useAnalyses.getState().byHash } });
  }, []);

  if (problem || lost) return <NotFound sentence={problem ?? lost} />;
  if (!found) return <Loading />;
  return (
    <div className="flex h-full flex-col">
      <TopBar page="scenes">
        <FilmMusic document={found.document} film={found.film} />
        <Button
          icon={playing ? <Pause size={14} fill="currentColor" /> : <Play size={14} fill="currentColor" />}
          className="ml-2"
          onClick={() => (playing ? stop() : (seek(0), togglePlay()))}
        >
          {playing ? 'Stop' : 'Watch scene'}
        </Button>
      </TopBar>
      <Body scene={found.scene} />
      <Status scene={found.scene} />
      <HangMenu scene={found.scene} />
      <ShortcutsDialog />
    </div>
  );
}

const Loading = () => (
  <div className="flex h-full flex-col" aria-busy="true">
    <div className="h-11 border-b border-line bg-paper" />
    <div className="flex flex-1">
      <div className="w-[152px] bg-bench" />
      <div className="flex-1 bg-deep p-10">
        <div className="mx-auto h-full max-w-[608px] rounded bg-deep-2" />
      </div>
      <div className="w-[336px] bg-paper" />
    </div>
    <div className="h-[350px] border-t border-line bg-paper" />
  </div>
);

const CARD_LEAST = 280;
const CARD_MOST = 480;
const STAGE_LEAST = 240;
const STAGE_MOST = 520;

function Body({ scene }: { scene: PlacedScene }) {
  const [stageHeight, setStageHeight] = useState(() => Math.min(STAGE_MOST, Math.max(STAGE_LEAST, window.innerHeight - 426)));
  const [card, setCard] = useState(336);
  const drag = (axis: 'x' | 'y') => ({
    onPointerDown: (event: React.PointerEvent<HTMLElement>) => event.currentTarget.setPointerCapture(event.pointerId),
    onPointerMove: (event: React.PointerEvent<HTMLElement>) => {
      if (event.buttons !== 1) return;
      if (axis === 'y') setStageHeight(Math.min(STAGE_MOST, Math.max(STAGE_LEAST, event.clientY - 44)));
      else setCard(Math.min(CARD_MOST, Math.max(CARD_LEAST, window.innerWidth - event.clientX)));
    },
  });
  return (
    <>
      <div className="relative flex shrink-0" style={{ height: stageHeight }}>
        <div className="w-[152px] shrink-0 border-r border-line">
          <OnStage scene={scene} />
        </div>
        <div className="flex min-w-0 flex-1 bg-deep">
          <Shots scene={scene} />
          <StageView scene={scene} />
        </div>
        <hr
          aria-orientation="vertical"
          aria-label="Width of the card"
          className="absolute top-0 z-20 m-0 h-full w-2 cursor-col-resize border-0 bg-transparent"
          style={{ right: card - 4 }}
          {...drag('x')}
        />
        <div style={{ width: card }} className="shrink-0">
          <LineCard scene={scene} />
        </div>
      </div>
      <button
        type="button"
        aria-label={`Height of the stage: ${stageHeight} pixels. Arrow keys change it`}
        className="relative z-20 -my-1 h-2 w-full shrink-0 cursor-row-resize border-0 bg-transparent p-0"
        {...drag('y')}
        onKeyDown={(event) => {
          if (event.key === 'ArrowUp' || event.key === 'ArrowDown') setStageHeight((h) => Math.min(STAGE_MOST, Math.max(STAGE_LEAST, h + (event.key === 'ArrowUp' ? -20 : 20))));
          if (event.key === 'ArrowLeft' || event.key === 'ArrowRight') setCard((w) => Math.min(CARD_MOST, Math.max(CARD_LEAST, w + (event.key === 'ArrowLeft' ? 20 : -20))));
        }}
      />
      <Timeline scene={scene} />
    </>
  );
}

function Status({ scene }: { scene: PlacedScene }) {
  const style = useProduction((state) => state.document?.production.style ?? 'flat');
  const document_ = useOpenDocument();
  const zoom = useView((state) => state.zoom);
  const navigate = useNavigate();
  const scenes = inOrder(document_.scenes);
  const index = scenes.findIndex(([id]) => id === scene.id);
  const overlaps = overlapsOf(scene.lines).length;
  const long = scene.lines.filter((line) => (line.gap ?? 0) > toTicks(2)).length;
  const room = window.innerWidth - HEAD_WIDTH;
  const goTo = (id: string): void => {
    choose(undefined);
    view({ scene: id, tick: 0 });
    void navigate(`/p/${document_.production.id}/scenes/${id}`);
  };
  return (
    <footer className="flex h-[30px] shrink-0 items-center gap-4 border-t border-line bg-bench px-3 text-[12px] text-ink-2">
      <span className="flex items-center gap-1">
        <Choice
          label="Scene"
          look="words"
          size="small"
          value={scene.id}
          options={scenes.map(([id], n) => ({ value: id, label: `Scene ${n + 1} of ${scenes.length}` }))}
          onChange={goTo}
        />
        <TypedName key={scene.id} target={{ kind: 'scene', scene: scene.id }} value={scene.scene.title} label="Name of the scene" className="px-1 font-[650] text-ink" />
        <IconButton
          label="New scene"
          side="top"
          className="!size-6"
          onClick={() => {
            const id = makeId('scene');
            if (run('New scene', addSceneAfter(scene.id, id, `Scene ${scenes.length + 1}`, makeId))) goTo(id);
          }}
        >
          <Plus size={13} />
        </IconButton>
        {scenes.length > 1 && (
          <IconButton
            label="Delete this scene"
            side="top"
            className="!size-6"
            onClick={() => {
              const next = scenes[index === 0 ? 1 : index - 1]?.[0];
              if (next && run('Delete a scene', deleteScene(scene.id))) goTo(next);
            }}
          >
            <Trash2 size={13} />
          </IconButton>
        )}
      </span>
      <span>
        {scene.lines.length} line{scene.lines.length === 1 ? '' : 's'}
      </span>
      <span>{scene.fps} frames per second</span>
      <span className="flex items-center gap-1.5">
        Drawn
        <Choice
          label="Drawing style"
          size="small"
          value={style}
          options={STYLES.map(({ id: key, name }) => ({ value: key, label: name }))}
          onChange={(next) => run('Change the drawing style', setProduction({ style: next as typeof style }))}
        />
      </span>
      <Check checked={scene.scene.captions} onChange={(on) => run('Captions from the words', setCaptions(scene.id, on))}>
        Captions from the words
      </Check>
      <span className="flex-1" />
      <GapsMenu scene={scene}>
        <button type="button" data-scene={index + 1} className="inline-flex h-6 items-center gap-1 rounded-[6px] px-1.5 hover:bg-paper" aria-label="Change the gaps of this scene">
          {overlaps} overlap{overlaps === 1 ? '' : 's'}, {long} gap{long === 1 ? '' : 's'} over 2 s
          <ChevronUp size={13} strokeWidth={1.8} />
        </button>
      </GapsMenu>
      <span className="flex items-center gap-2">
        Zoom
        <Slider
          label="Zoom of ribbon and lanes"
          min={Math.log(8)}
          max={Math.log(400)}
          step={0.01}
          value={Math.log(zoom)}
          className="!w-28"
          onTry={(next) => view({ zoom: Math.exp(next) })}
          onTake={(next) => view({ zoom: Math.exp(next) })}
        />
        <span className="w-20">{Math.round(room / zoom)} s in view</span>
      </span>
    </footer>
  );
}
