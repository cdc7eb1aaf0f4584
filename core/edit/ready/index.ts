import { beforeAfter } from './beforeAfter.ts';
import { board } from './board.ts';
import { crowd } from './crowd.ts';
import { deskTalk } from './deskTalk.ts';
import { handOver } from './handOver.ts';
import { interview } from './interview.ts';
import { narrator } from './narrator.ts';
import { news } from './news.ts';
import { night } from './night.ts';
import { panel } from './panel.ts';
import { phoneCall } from './phoneCall.ts';
import { presenter } from './presenter.ts';
import type { ReadyScene } from './ready.ts';
import { steps } from './steps.ts';
import { table } from './table.ts';
import { walkAndTalk } from './walkAndTalk.ts';

/** Every ready scene: one file each, one line here. */
export const READY_SCENES: readonly ReadyScene[] = [
  presenter,
  deskTalk,
  interview,
  table,
  walkAndTalk,
  board,
  phoneCall,
  narrator,
  panel,
  crowd,
  beforeAfter,
  steps,
  night,
  handOver,
  news,
];
