import type { Action } from './action.ts';
import { all } from './all.ts';
import { andSoOn } from './andSoOn.ts';
import { beat } from './beat.ts';
import { beckon } from './beckon.ts';
import { blowKiss } from './blowKiss.ts';
import { bow } from './bow.ts';
import { cheer } from './cheer.ts';
import { clap } from './clap.ts';
import { compare } from './compare.ts';
import { countFingers } from './countFingers.ts';
import { cower } from './cower.ts';
import { dance } from './dance.ts';
import { despair } from './despair.ts';
import { dismiss } from './dismiss.ts';
import { drink } from './drink.ts';
import { explain } from './explain.ts';
import { facepalm } from './facepalm.ts';
import { fistPump } from './fistPump.ts';
import { flex } from './flex.ts';
import { foldArms } from './foldArms.ts';
import { giggle } from './giggle.ts';
import { handOut } from './handOut.ts';
import { handOver } from './handOver.ts';
import { handsOnHips } from './handsOnHips.ts';
import { heart } from './heart.ts';
import { holdUp } from './holdUp.ts';
import { impatient } from './impatient.ts';
import { jump } from './jump.ts';
import { laugh } from './laugh.ts';
import { listen } from './listen.ts';
import { lookAround } from './lookAround.ts';
import { nod } from './nod.ts';
import { nothing } from './nothing.ts';
import { NUMBERS } from './numbers.ts';
import { openHands } from './openHands.ts';
import { peace } from './peace.ts';
import { phone } from './phone.ts';
import { plead } from './plead.ts';
import { point } from './point.ts';
import { pointDown } from './pointDown.ts';
import { pointToSelf } from './pointToSelf.ts';
import { pointUp } from './pointUp.ts';
import { precise } from './precise.ts';
import { present } from './present.ts';
import { pushing } from './pushing.ts';
import { read } from './read.ts';
import { realise } from './realise.ts';
import { refuse } from './refuse.ts';
import { relax } from './relax.ts';
import { rubHands } from './rubHands.ts';
import { salute } from './salute.ts';
import { scratchHead } from './scratchHead.ts';
import { shakeHead } from './shakeHead.ts';
import { shield } from './shield.ts';
import { shrug } from './shrug.ts';
import { shy } from './shy.ts';
import { sigh } from './sigh.ts';
import { sit } from './sit.ts';
import { sneak } from './sneak.ts';
import { soBig } from './soBig.ts';
import { STANDS } from './stands.ts';
import { standUp } from './standUp.ts';
import { startle } from './startle.ts';
import { stopHand } from './stopHand.ts';
import { stretch } from './stretch.ts';
import { take } from './take.ts';
import { think } from './think.ts';
import { thumbsDown } from './thumbsDown.ts';
import { thumbsUp } from './thumbsUp.ts';
import { tiny } from './tiny.ts';
import { turnAway } from './turnAway.ts';
import { typing } from './typing.ts';
import { wave } from './wave.ts';
import { we } from './we.ts';
import { whisper } from './whisper.ts';
import { wipeTear } from './wipeTear.ts';
import { write } from './write.ts';

/** Every action: one data file each, one line here. Walking and running belong to moves (schedule/walk.ts). */
export const ACTIONS: readonly Action[] = [
  explain,
  wave,
  point,
  shrug,
  nod,
  think,
  bow,
  salute,
  handOut,
  beckon,
  blowKiss,
  countFingers,
  compare,
  openHands,
  precise,
  andSoOn,
  all,
  nothing,
  we,
  soBig,
  tiny,
  beat,
  pointToSelf,
  heart,
  pointUp,
  pointDown,
  present,
  scratchHead,
  realise,
  listen,
  lookAround,
  shakeHead,
  thumbsUp,
  thumbsDown,
  stopHand,
  refuse,
  dismiss,
  facepalm,
  foldArms,
  handsOnHips,
  laugh,
  giggle,
  sigh,
  cheer,
  fistPump,
  clap,
  despair,
  wipeTear,
  startle,
  cower,
  stretch,
  impatient,
  shy,
  handOver,
  take,
  holdUp,
  sit,
  standUp,
  typing,
  phone,
  read,
  write,
  drink,
  pushing,
  jump,
  dance,
  sneak,
  whisper,
  plead,
  flex,
  peace,
  rubHands,
  shield,
  relax,
  turnAway,
  ...NUMBERS,
  ...STANDS,
];

export const actionOf = (id: string): Action | undefined => ACTIONS.find((action) => action.id === id);
