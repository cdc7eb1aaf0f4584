import { Pause, Play } from 'lucide-react';
import { useEffect, useState } from 'react';
import { Navigate, useParams } from 'react-router';
import { useFilm } from '../composer/film.ts';
import { seek, soundLevel, stop, togglePlay } from '../composer/transport.ts';
import { MiniRibbon } from '../script/MiniRibbon.tsx';
import { Recorder, type Recording } from '../script/Recorder.tsx';
import { Review } from '../script/Review.tsx';
import { ScriptPage } from '../script/ScriptPage.tsx';
import { SideColumn } from '../script/SideColumn.tsx';
import { VoiceCard } from '../script/VoiceCard.tsx';
import { useAnalyses } from '../state/analyses.ts';
import { useOpened } from '../state/opened.ts';
import { useProduction } from '../state/production.ts';
import { takesKeys, usePointerKeepsNoFocus, useUndoKeys } from '../state/undoKeys.ts';
import { useView, view } from '../state/view.ts';
import { Button } from '../ui/parts.tsx';
import { NARROW, useAtMost } from '../ui/useNarrow.ts';
import { NotFound } from './NotFound.tsx';
import { TopBar } from './TopBar.tsx';

/** Script and voices: what is said, by whom, and the voice that says it. */
export function Script() {
  const { production, scene: sceneParam } = useParams();
  const problem = useProduction((state) => state.problem);
  const found = useFilm();
  const playing = useView((state) => state.playing);
  const [recording, setRecording] = useState<Recording>();
  const [reviewed, setReviewed] = useState<File>();
  const narrow = useAtMost(NARROW);
  const lost = useOpened(production, sceneParam, found);
  useUndoKeys();
  usePointerKeepsNoFocus();
  useEffect(() => {
    Object.assign(window, { kipzo: { level: soundLevel, view: useView, production: useProduction, analyses: () => useAnalyses.getState().byHash } });
  }, []);
  const scene = found?.scene;
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      const target = event.target as HTMLElement;
      if (takesKeys(target) || target.closest('[role="dialog"]') || event.ctrlKey || event.metaKey || event.altKey) return;
      if (event.key === ' ' && target.tagName !== 'BUTTON') {
        event.preventDefault();
        togglePlay();
      } else if (event.key.toLowerCase() === 'r') {
        const { line } = useView.getState();
        if (line && scene?.scene.lines[line]?.kind === 'line') setRecording({ kind: 'line', line });
      } else if (event.key.toLowerCase() === 'n') {
        event.preventDefault();
        document.querySelector<HTMLTextAreaElement>('[data-new-line] textarea')?.focus();
      }
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [scene]);
  if (problem || lost) return <NotFound sentence={problem ?? lost} />;
  if (!found || !scene) return <Loading />;
  // On a phone script, stage and recording are one screen.
  if (narrow) return <Navigate to={`/p/${production}${sceneParam ? `/scenes/${sceneParam}` : ''}`} replace />;
  return (
    <div className="flex h-full flex-col">
      <TopBar page="script">
        <Button
          icon={playing ? <Pause size={14} fill="currentColor" /> : <Play size={14} fill="currentColor" />}
          className="ml-2"
          onClick={() => (playing ? stop() : (seek(0), togglePlay()))}
        >
          {playing ? 'Stop' : 'Read through'}
        </Button>
      </TopBar>
      <div className="flex min-h-0 flex-1">
        <SideColumn
          document={found.document}
          film={found.film}
          scene={scene}
          onReview={(file) => {
            stop();
            setReviewed(file);
          }}
          onReadThrough={(role) => {
            stop();
            setRecording({ kind: 'through', role });
          }}
        />
        <ScriptPage document={found.document} film={found.film} scene={scene} />
        <VoiceCard
          document={found.document}
          scene={scene}
          onRecord={(line) => {
            stop();
            view({ line });
            setRecording({ kind: 'line', line });
          }}
        />
      </div>
      <MiniRibbon document={found.document} scene={scene} />
      {reviewed && <Review document={found.document} scene={scene} file={reviewed} onClose={() => setReviewed(undefined)} />}
      {recording && <Recorder document={found.document} scene={scene} recording={recording} onClose={() => setRecording(undefined)} />}
    </div>
  );
}

const Loading = () => (
  <div className="flex h-full flex-col" aria-busy="true">
    <div className="h-11 border-b border-line bg-paper" />
    <div className="flex flex-1">
      <div className="w-[200px] bg-bench" />
      <div className="flex-1 p-10">
        <div className="mx-auto h-40 max-w-[640px] rounded bg-well" />
      </div>
      <div className="w-[376px] border-l border-line bg-paper" />
    </div>
  </div>
);
