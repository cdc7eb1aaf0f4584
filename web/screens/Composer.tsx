import { ChevronUp, Clapperboard, Pause, Play } from 'lucide-react';
import { memo, useEffect, useRef, useState } from 'react';
import { Group, Panel, Separator } from 'react-resizable-panels';
import { useNavigate, useParams, useSearchParams } from 'react-router';
import { LONG_GAP } from '#core/checks/silence';
import type { Document } from '#core/document/schema';
import { setCaptions, setProduction } from '#core/edit/commands/stage';
import { overlapsOf } from '#core/schedule/lines';
import type { FilmSchedule } from '#core/schedule/schedule';
import { STYLES } from '#core/stage/styles/index';
import { inOrder } from '#core/time/order';
import { CommandList } from '../composer/CommandList.tsx';
import { CuePalette, PALETTE_WIDTH } from '../composer/CuePalette.tsx';
import { FilmMusic } from '../composer/FilmMusic.tsx';
import { type PlacedScene, sameLines, unlessScene, useFilm } from '../composer/film.ts';
import { Inspector } from '../composer/Inspector.tsx';
import { ReadyScenes } from '../composer/ReadyScenes.tsx';
import { ScenesStrip } from '../composer/ScenesStrip.tsx';
import { Shots } from '../composer/Shots.tsx';
import { StageDoor } from '../composer/StageDoor.tsx';
import { PosterPicture, StageView } from '../composer/StageView.tsx';
import { useShortcuts } from '../composer/shortcuts.ts';
import { Timeline } from '../composer/Timeline.tsx';
import { Tree } from '../composer/Tree.tsx';
import { seek, soundLevel, stop, togglePlay } from '../composer/transport.ts';
import { useFrames } from '../composer/useFrames.ts';
import { AsWhat, bringFiles } from '../pictures/asWhat.tsx';
import { GapsMenu } from '../script/GapsMenu.tsx';
import { stage } from '../stage/client.ts';
import { useAnalyses } from '../state/analyses.ts';
import { useOpened } from '../state/opened.ts';
import { run, useProduction, useStanding } from '../state/production.ts';
import { LEFT, useView, view } from '../state/view.ts';
import { TypedName } from '../typing/TypedName.tsx';
import { Check, Choice, Slider } from '../ui/fields.tsx';
import { Button } from '../ui/parts.tsx';
import { useDrag } from '../ui/useDrag.ts';
import { NARROW, SHEETS, useAtMost } from '../ui/useNarrow.ts';
import { Narrow } from './Narrow.tsx';
import { NotFound } from './NotFound.tsx';
import { TopBar } from './TopBar.tsx';

/** The scene composer: stage, conversation ribbon, lanes, the line card. */
export function Composer() {
  const { production, scene: sceneParam } = useParams();
  const [search, setSearch] = useSearchParams();
  const problem = useProduction((state) => state.problem);
  const found = useFilm();
  const playing = useView((state) => state.playing);
  const analyses = useAnalyses((state) => state.byHash);

  const lost = useOpened(production, sceneParam, found);
  const narrow = useAtMost(NARROW);
  const navigate = useNavigate();
  const shown = useRef<string | undefined>(undefined);
  // A scene that was open here and is gone (undone, deleted in another window) gives way to one that is there.
  const gone = lost !== undefined && shown.current === sceneParam;
  useEffect(() => {
    if (gone) void navigate(`/p/${production}`, { replace: true });
    else if (found && lost === undefined) shown.current = sceneParam;
  }, [gone, production, sceneParam, found, lost, navigate]);
  useEffect(() => {
    if (!found) return;
    stage().show(found.document, analyses);
  }, [found, analyses]);
  useFrames(found, playing);
  const toPlay = found !== undefined && search.has('play');
  useEffect(() => {
    if (!toPlay) return;
    setSearch({}, { replace: true });
    setTimeout(() => togglePlay(), 600);
  }, [toPlay, setSearch]);
  useShortcuts(found?.scene);
  // Tests and benchmarks read these.
  useEffect(() => {
    Object.assign(window, { kipzo: { stage: stage(), level: soundLevel, view: useView, production: useProduction, analyses: () => useAnalyses.getState().byHash } });
  }, []);

  if (problem || (lost && !gone)) return <NotFound sentence={problem ?? lost} />;
  if (!found || gone) return <Loading {...(production !== undefined && sceneParam === undefined ? { poster: production } : {})} />;
  if (narrow) return <Narrow found={found} />;
  return (
    <div className="flex h-full flex-col">
      <Top production={found.document.production} film={found.film} />
      <Body scene={found.scene} />
      <Status scene={found.scene} />
      <CuePalette scene={found.scene} />
      <ScenesStrip />
      <ReadyScenes />
      <CommandList scene={found.scene} />
    </div>
  );
}

const Top = memo(
  function Top({ production, film }: { production: Document['production']; film: FilmSchedule }) {
    const playing = useView((state) => state.playing);
    return (
      <TopBar page="scenes">
        <FilmMusic production={production} film={film} />
        <Button
          icon={playing ? <Pause size={14} fill="currentColor" /> : <Play size={14} fill="currentColor" />}
          className="ml-2"
          onClick={() => (playing ? stop() : (seek(0), togglePlay()))}
        >
          {playing ? 'Stop' : 'Watch scene'}
        </Button>
      </TopBar>
    );
  },
  (a, b) => a.production === b.production && a.film.length === b.film.length,
);

/** Still outlines of the screen, with the production's poster where its stage will be. */
const Loading = ({ poster }: { poster?: string }) => (
  <div className="flex h-full flex-col" aria-busy="true">
    <div className="h-11 shrink-0 border-b border-line bg-paper max-[599px]:h-[52px]" />
    <div className="flex shrink-0 max-[599px]:!h-[219px]" style={{ height: STAGE.first() }}>
      <div className="w-[208px] shrink-0 bg-bench max-[599px]:hidden" />
      <div className="min-w-0 flex-1 bg-deep px-3.5 py-4 max-[599px]:p-0">{poster !== undefined && <PosterPicture production={poster} className="h-full w-full" />}</div>
      <div className="w-[320px] shrink-0 bg-paper max-[1099px]:hidden" />
    </div>
    <div className="flex-1 border-t border-line bg-paper" />
  </div>
);

/** Sizes of the panels, pixels. */
const CARD = { least: 280, first: 320, most: 480 } as const;
const STAGE = { least: 240, most: 560, first: () => Math.min(560, Math.max(240, window.innerHeight - 446)) } as const;
const TIMELINE_LEAST = 160;

/** Tree, stage and inspector above the timeline; the edges between them are dragged, or moved by arrow keys. */
function Body({ scene }: { scene: PlacedScene }) {
  usePastedFiles();
  const left = useView((state) => state.left);
  const hanging = useView((state) => state.hanging !== undefined);
  const sheets = useAtMost(SHEETS);
  return (
    <Group orientation="vertical" className="min-h-0 flex-1">
      <Panel defaultSize={STAGE.first()} minSize={STAGE.least} maxSize={STAGE.most} groupResizeBehavior="preserve-pixel-size">
        <div className="flex h-full">
          <div className="relative shrink-0 border-r border-line" style={{ width: left }}>
            <Tree scene={scene} />
            <LeftEdge />
          </div>
          {sheets ? (
            <div className="relative flex min-w-0 flex-1 bg-deep">
              <StageView scene={scene} />
              <InspectorSheet scene={scene} />
            </div>
          ) : (
            <Group orientation="horizontal" className="min-w-0 flex-1">
              <Panel className="flex min-w-0 bg-deep" style={hanging ? { paddingRight: PALETTE_WIDTH - CARD.first } : undefined}>
                {!hanging && <Shots scene={scene} />}
                <StageView scene={scene} />
              </Panel>
              <Separator aria-label="Width of the inspector" className="edge-handle -mx-1 w-2" />
              <Panel defaultSize={CARD.first} minSize={CARD.least} maxSize={CARD.most} groupResizeBehavior="preserve-pixel-size">
                <Inspector scene={scene} />
              </Panel>
            </Group>
          )}
        </div>
      </Panel>
      <Separator aria-label="Height of the stage" className="edge-handle -my-1 h-2" />
      <Panel minSize={TIMELINE_LEAST} className="relative flex flex-col">
        <Timeline scene={scene} />
        <StageDoor />
        <AsWhat scene={scene} />
      </Panel>
    </Group>
  );
}

/** Ctrl+V brings in pictures and clips that were copied elsewhere. */
function usePastedFiles(): void {
  useEffect(() => {
    const onPaste = (event: ClipboardEvent): void => {
      const files = [...(event.clipboardData?.files ?? [])];
      if (!files.length) return;
      event.preventDefault();
      void bringFiles(files);
    };
    window.addEventListener('paste', onPaste);
    return () => window.removeEventListener('paste', onPaste);
  }, []);
}

/** Below a tablet's width the inspector is a sheet over the stage's right side, opened when it is wanted. */
function InspectorSheet({ scene }: { scene: PlacedScene }) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <button
        type="button"
        aria-expanded={open}
        className="absolute top-2 right-2 z-30 h-9 rounded-[8px] bg-paper px-3 text-[13px] font-semibold"
        onClick={() => setOpen(!open)}
        data-sheet
      >
        {open ? 'Close' : 'What is chosen'}
      </button>
      {open && (
        <div className="absolute inset-y-0 right-0 z-20 w-[min(360px,70%)] pt-12 [box-shadow:-8px_0_24px_-12px_rgb(15_33_38/0.5)]">
          <Inspector scene={scene} />
        </div>
      )}
    </>
  );
}

/** The edge between the tree with its lanes' heads and everything else. */
function LeftEdge() {
  const left = useView((state) => state.left);
  const within = (next: number): number => Math.min(LEFT.most, Math.max(LEFT.least, Math.round(next)));
  const drag = useDrag<number>({
    start: () => left,
    move: (base, { dx }) => view({ left: within(base + dx) }),
    end: (base, { dx }) => view({ left: within(base + dx) }),
    cancel: (base) => view({ left: base }),
    nudge: (dx) => {
      view({ left: within(useView.getState().left + dx * 4) });
      return dx !== 0;
    },
    slack: 0,
  });
  return (
    // biome-ignore lint/a11y/useSemanticElements: a rule cannot be dragged
    <div
      role="separator"
      aria-orientation="vertical"
      aria-label="Width of the tree"
      aria-valuenow={left}
      aria-valuemin={LEFT.least}
      aria-valuemax={LEFT.most}
      tabIndex={0}
      className="edge-handle !absolute top-0 -right-1 bottom-0 w-2 cursor-col-resize touch-none"
      {...drag}
    />
  );
}

const Status = memo(
  function Status({ scene }: { scene: PlacedScene }) {
    const style = useProduction((state) => state.document?.production.style ?? 'flat');
    const document_ = useStanding();
    const zoom = useView((state) => state.zoom);
    const strip = useView((state) => state.strip);
    const scenes = inOrder(document_.scenes);
    const index = scenes.findIndex(([id]) => id === scene.id);
    const overlaps = overlapsOf(scene.lines).length;
    const long = scene.lines.filter((line) => (line.gap ?? 0) > LONG_GAP).length;
    const left = useView((state) => state.left);
    const room = window.innerWidth - left;
    return (
      <footer className="flex h-[28px] shrink-0 items-center gap-4 whitespace-nowrap border-t border-line bg-bench px-3 text-[12px] text-ink-2 max-[1099px]:gap-2">
        <button
          type="button"
          aria-expanded={strip}
          className={`flex h-6 items-center gap-1.5 rounded-[6px] px-1.5 font-semibold text-ink ${strip ? 'bg-lamp' : 'hover:bg-paper'}`}
          onClick={() => view({ strip: !strip })}
          data-scenes
        >
          <Clapperboard size={13} strokeWidth={1.7} />
          {`Scene ${index + 1} of ${scenes.length}`}
        </button>
        <TypedName key={scene.id} target={{ kind: 'scene', scene: scene.id }} value={scene.scene.title} label="Name of the scene" className="-ml-2 px-1 font-[650] text-ink" />
        <span className="max-[1099px]:hidden">
          {scene.lines.length} line{scene.lines.length === 1 ? '' : 's'}
        </span>
        <span className="max-[1099px]:hidden">{scene.fps} frames per second</span>
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
          <span>
            Captions<span className="max-[1099px]:hidden"> from the words</span>
          </span>
        </Check>
        <span className="flex-1" />
        <GapsMenu scene={scene}>
          <button type="button" data-scene={index + 1} className="inline-flex h-6 items-center gap-1 rounded-[6px] px-1.5 hover:bg-paper" title="Change the gaps of this scene">
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
            className="!w-28 max-[1099px]:!w-16"
            onTry={(next) => view({ zoom: Math.exp(next) })}
            onTake={(next) => view({ zoom: Math.exp(next) })}
          />
          <span className="w-20 max-[1099px]:hidden">{Math.round(room / zoom)} s in view</span>
        </span>
      </footer>
    );
  },
  unlessScene((a, b) => a.scene.title === b.scene.title && a.scene.captions === b.scene.captions && a.fps === b.fps && sameLines(a, b)),
);
