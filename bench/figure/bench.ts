import type { Node } from '#core/draw/picture';
import { poseForHand } from '#core/figure/actions/action';
import { ACTIONS } from '#core/figure/actions/index';
import { drawFigure } from '#core/figure/figure';
import { MOUTH_CHART } from '#core/figure/mouth';
import { posed } from '#core/figure/pose';
import { randomPerson } from '#core/figure/random';
import { IncrementalPainter } from '#core/paint/incremental';
import { schedule } from '#core/schedule/schedule';
import { evaluate } from '#core/stage/evaluate';
import { sampleDocument } from '#core/testing/samples';
import { filmFonts } from '#server/fonts';
import { nodePainter } from '#server/paint/host';

const median = (values: readonly number[]): number => [...values].sort((a, b) => a - b)[values.length >> 1] ?? Number.NaN;
const p95 = (values: readonly number[]): number => [...values].sort((a, b) => a - b)[Math.floor(values.length * 0.95)] ?? Number.NaN;
const round = (value: number): number => Math.round(value * 1000) / 1000;

/** As an adult stands on a wide stage (core/edit/create.ts, scaleFor). */
const SCALE = 1.46;

/** Milliseconds of a script's frames, the whole scene walked through in equal steps. */
function frameTimes(lines: number): number[] {
  const script = Array.from({ length: lines }, (_, n) => `${n % 2 ? 'NOOR' : 'MARIT'}: Line ${n + 1} says something about the sea, the sand and the Moon above.`).join('\n');
  const { document } = sampleDocument(script);
  const [place] = schedule(document, () => undefined).scenes;
  if (!place) return [];
  const times: number[] = [];
  for (let n = 0; n < 500; n++) {
    const started = performance.now();
    evaluate(document, place, Math.round(((n + 0.5) / 500) * place.length), filmFonts(), { captions: false });
    times.push(performance.now() - started);
  }
  return times.slice(100);
}

/** One character: its nodes from a pose, and their pixels at 1920 x 1080; and whether a long scene makes frames dearer. */
export async function benchFigure() {
  const painter = nodePainter();
  const film = new IncrementalPainter(painter, 1920, 1080);
  const picture = (nodes: readonly Node[]) => ({ width: 1920, height: 1080, background: '#eaf2f0', planes: [{ view: [SCALE, 0, 0, SCALE, 960, 1000] as const, nodes }] });
  const evaluateMs: number[] = [];
  const paintMs: number[] = [];
  for (let n = 0; n < 600; n++) {
    const character = randomPerson((n % 150) + 1);
    const action = ACTIONS[n % ACTIONS.length] as (typeof ACTIONS)[number];
    const pose = posed({ ...poseForHand(action.keys.at(-1)?.pose ?? {}, 'right', 1), headTurn: Math.sin(n) * 0.3 });
    // The look is known from the frame before, as on a stage; the pose is new.
    drawFigure(character, posed({}), MOUTH_CHART.rest);
    const started = performance.now();
    const { nodes } = drawFigure(character, pose, MOUTH_CHART.mid);
    const drawn = performance.now();
    film.paint(picture([]));
    const from = performance.now();
    film.paint(picture(nodes));
    const painted = performance.now();
    if (n < 150) continue;
    evaluateMs.push(drawn - started);
    paintMs.push(painted - from);
  }
  const short = median(frameTimes(4));
  const long = median(frameTimes(120));
  return {
    characters: 150,
    evaluate: { p50: round(median(evaluateMs)), p95: round(p95(evaluateMs)) },
    paint: { p50: round(median(paintMs)), p95: round(p95(paintMs)) },
    longScene: { lines: [4, 120], frameMs: [round(short), round(long)], ratio: round(long / short) },
  };
}
