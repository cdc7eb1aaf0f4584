import type { Character } from '#core/document/schema';
import type { Matrix } from '#core/draw/matrix';
import { actionOf } from '#core/figure/actions/index';
import { playAction } from '#core/figure/actions/play';
import { expressionOf } from '#core/figure/expressions/index';
import { drawFigure, drawSeat } from '#core/figure/figure';
import { goesOn } from '#core/figure/goesOn';
import { bodyOf } from '#core/figure/mascots/index';
import { MOUTH_CHART } from '#core/figure/mouth';
import { stool } from '#core/figure/parts/extras/stool';
import { pictureHead } from '#core/figure/pictured/model';
import { over, type PartialPose, posed } from '#core/figure/pose';
import { heightOf } from '#core/figure/proportions';
import { ownStance } from '#core/figure/rests';
import { holdingOf } from '#core/figure/things/holding';
import { wearOf } from '#core/figure/wear';
import type { EngineExports } from '#core/paint/engine';
import { paintFully } from '#core/paint/incremental';
import { Painter } from '#core/paint/paint';
import { poseOnWay } from '#core/schedule/moves';
import engineUrl from '../../core/paint/engine.wasm?url';
import { Pictures } from './pictures.ts';

/** What a character does in a small picture. */
export type Act =
  | { readonly kind: 'action'; readonly action: string; readonly hand: 'left' | 'right' | 'both' }
  | { readonly kind: 'expression'; readonly expression: string; readonly strength: number }
  | { readonly kind: 'stand'; readonly turn: number; readonly gazeX: number; readonly gazeY: number }
  | { readonly kind: 'go'; readonly gait: 'walk' | 'run' | 'jump'; readonly way: 1 | -1 | 0 };

export interface ActRequest {
  readonly id: string;
  readonly character: Character;
  readonly act: Act;
  /** Moments of its frames, seconds from where it begins; one alone: its stroke. */
  readonly at: readonly number[] | undefined;
  readonly width: number;
  readonly height: number;
  readonly background: string;
}
/** Its frames beside each other in one picture. */
export interface ActAnswer {
  readonly id: string;
  readonly bitmap: ImageBitmap;
}

const pictures = new Pictures(() => {});
const brush: Promise<Painter> = (async () => {
  const { instance } = await WebAssembly.instantiateStreaming(fetch(engineUrl), { env: { abort() {} } });
  return new Painter(instance.exports as unknown as EngineExports, pictures.find);
})();

const CALM: PartialPose = { smile: 0.3 };

/** How somebody stands while nothing is asked of it. */
const calm = (character: Character): PartialPose => over(ownStance(character), CALM);

function poseOf(act: Act, character: Character, seconds: number | undefined): PartialPose {
  if (act.kind === 'go') return calm(character);
  if (act.kind === 'stand') return over(calm(character), { headTurn: act.turn * 0.6, bodyTurn: act.turn * 0.4, gazeX: act.gazeX, gazeY: act.gazeY });
  if (act.kind === 'expression') {
    const face = expressionOf(act.expression)?.face ?? {};
    // Comes within a third of a second, as it does on the stage.
    const share = act.strength * (seconds === undefined ? 1 : Math.min(1, seconds / 0.33));
    return over(calm(character), Object.fromEntries(Object.entries(face).map(([key, value]) => [key, (value as number) * share])) as PartialPose);
  }
  const action = actionOf(act.action);
  if (!action) return calm(character);
  const start = -(action.keys[0]?.at ?? 0);
  return over(calm(character), playAction(action, act.hand, seconds ?? start + 0.02, Math.max(action.seconds, 0.8)));
}

/** On the way: with feet, as on the stage; who is seated looks where the way leads. */
function goingOf({ gait, way }: Extract<Act, { kind: 'go' }>, character: Character, seconds: number | undefined): { pose: PartialPose; rise: number } {
  if (goesOn(character) !== 'feet') return { pose: over(CALM, { headTurn: way * 0.5, bodyTurn: way * 0.4, gazeX: way * 0.6 }), rise: 0 };
  const p = bodyOf(character);
  const { pose, rise } = poseOnWay(p, heightOf(p), gait, way, seconds);
  return { pose: over(over(CALM, pose), { gazeX: way * 0.6, headTurn: way * 0.2 }), rise };
}

/** Faces are seen from near, hands from the waist up, moves whole: frames in head units about the figure's own joints. */
function viewOf(act: Act, character: Character, skeleton: ReturnType<typeof drawFigure>['skeleton'], width: number, height: number): Matrix {
  if (character.picture) {
    const { tall, x, y } = pictureHead(character.picture);
    const seen = act.kind === 'expression' ? tall * 0.86 : Math.max(tall, character.picture.tall * 1.1);
    const k = height / seen;
    return [k, 0, 0, k, width / 2 - (act.kind === 'expression' ? x : 0) * k, act.kind === 'expression' ? height / 2 - y * k : height - seen * 0.04 * k];
  }
  const mascot = character.kind === 'mascot';
  const action = act.kind === 'action' ? actionOf(act.action) : undefined;
  // Room over the head for whoever jumps.
  const top = skeleton.head.y - (mascot ? 92 : 74) - (act.kind === 'go' && act.gait === 'jump' ? 40 : 0);
  const bottom =
    act.kind === 'expression'
      ? skeleton.head.y + (mascot ? 86 : 66)
      : action?.group === 'move' || action?.group === 'stand' || act.kind === 'stand' || act.kind === 'go' || mascot
        ? 10
        : skeleton.hip.y - 6;
  const scale = height / (bottom - top);
  return [scale, 0, 0, scale, width / 2 - (act.kind === 'expression' ? skeleton.head.x : skeleton.hip.x * 0.6) * scale, -top * scale];
}

self.onmessage = async ({ data }: MessageEvent<ActRequest>) => {
  const { id, character, act, at, width, height, background } = data;
  const own = await brush;
  const moments = at ?? [undefined];
  const flat = new OffscreenCanvas(width * moments.length, height);
  const context = flat.getContext('2d');
  const action = act.kind === 'action' ? actionOf(act.action) : undefined;
  // All frames through one window, as it is at rest.
  const view = viewOf(act, character, drawFigure(character, posed(calm(character)), MOUTH_CHART.rest).skeleton, width, height);
  for (const [n, seconds] of moments.entries()) {
    const { pose, rise } = act.kind === 'go' ? goingOf(act, character, seconds) : { pose: poseOf(act, character, seconds), rise: 0 };
    const { nodes: drawn } = drawFigure(character, posed(pose), MOUTH_CHART.rest, action && act.kind === 'action' ? holdingOf(action, act.hand) : undefined);
    const nodes = action?.id === 'sit' && !(character.kind === 'person' && wearOf(character).seat) ? [...drawSeat(character, stool.seat), ...drawn] : drawn;
    const surface = await pictures.whole(() =>
      paintFully(
        own,
        { width, height, background, planes: [{ id: 'all', view: rise ? ([...view.slice(0, 5), view[5] - rise * view[3]] as unknown as Matrix) : view, nodes }] },
        width,
        height,
      ),
    );
    context?.putImageData(new ImageData(surface.pixels(), width, height), n * width, 0);
    surface.dispose();
  }
  const bitmap = flat.transferToImageBitmap();
  self.postMessage({ id, bitmap } satisfies ActAnswer, { transfer: [bitmap] });
};
