import { Frame, Maximize2, Minus, Plus } from 'lucide-react';
import type { ReactNode } from 'react';
import { frameSize } from '#core/stage/frame';
import { useHint } from '../state/boundKeys.ts';
import { useStanding } from '../state/production.ts';
import { useView, view } from '../state/view.ts';
import { Tip } from '../ui/parts.tsx';
import { zoomStage } from './stageZoom.ts';

/** Two figures, one behind the other: where the keys before and after put what is chosen. */
const Echo = () => (
  <svg width="15" height="15" viewBox="0 0 20 20" fill="none" stroke="currentColor" strokeWidth={1.6} strokeLinecap="round" aria-hidden="true">
    <circle cx="12.5" cy="6" r="3" />
    <path d="M7 17c.6-4 2.8-6 5.5-6s4.9 2 5.5 6" />
    <path d="M6.5 3.3a3 3 0 0 0 0 5.400M2 17c.4-2.800 1.400-4.700 2.900-5.500" strokeDasharray="2.4 2" />
  </svg>
);

const Tool = ({ label, pressed, onClick, children }: { label: string; pressed?: boolean; onClick: () => void; children: ReactNode }) => (
  <Tip text={label} side="top">
    <button
      type="button"
      aria-label={label}
      aria-pressed={pressed}
      className={`flex h-6 min-w-6 items-center justify-center rounded-[6px] px-1 ${pressed ? 'bg-lamp text-ink' : 'text-on-deep-2 hover:bg-deep-line hover:text-on-deep'}`}
      onClick={onClick}
    >
      {children}
    </button>
  </Tip>
);

/** Under the stage: how near it is seen, and what is drawn over it. */
export function StageTools() {
  const { frame: shape } = useStanding().production;
  const looked = useView((state) => state.looked);
  const guides = useView((state) => state.guides);
  const ghosts = useView((state) => state.ghosts);
  const hints = {
    near: useHint('nearer', 'Z'),
    far: useHint('farther', 'Shift+Z'),
    whole: useHint('whole', '0'),
    guides: useHint('guides', 'Shift+F'),
    ghosts: useHint('ghosts', 'Shift+O'),
  };
  const frame = frameSize(shape);
  const percent = Math.round((frame.width / (looked?.width ?? frame.width)) * 100);
  return (
    <div className="absolute right-3.5 bottom-0 z-20 flex h-[26px] items-center gap-0.5 text-[12px]" role="toolbar" aria-label="How the stage is seen" data-stage-tools>
      <Tool label={`Guides of the safe area${hints.guides}`} pressed={guides} onClick={() => view({ guides: !guides })}>
        <Frame size={14} strokeWidth={1.7} />
      </Tool>
      <Tool label={`Where the keys before and after put what is chosen${hints.ghosts}`} pressed={ghosts} onClick={() => view({ ghosts: !ghosts })}>
        <Echo />
      </Tool>
      <span className="mx-1 h-3.5 w-px bg-deep-line" />
      <Tool label={`Farther${hints.far}`} onClick={() => zoomStage(0.8, frame)}>
        <Minus size={14} strokeWidth={1.8} />
      </Tool>
      <span className="w-10 text-center text-on-deep-2">{percent} %</span>
      <Tool label={`Nearer${hints.near}`} onClick={() => zoomStage(1.25, frame)}>
        <Plus size={14} strokeWidth={1.8} />
      </Tool>
      <Tool label={`The whole stage${hints.whole}`} onClick={() => view({ looked: undefined })}>
        <Maximize2 size={13} strokeWidth={1.8} />
      </Tool>
    </div>
  );
}
