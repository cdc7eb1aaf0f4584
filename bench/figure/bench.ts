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
import { toTicks } from '#core/time/ticks';
import { nodePainter } from '#server/paint/host';
import { filmFonts } from '#server/resources';

const median = (values: readonly number[]): number => [...values].sort((a, b) => a - b)[values.length >> 1] ?? Number.NaN;
const p95 = (values: readonly number[]): number => [...values].sort((a, b) => a - b)[Math.floor(values.length * 0.95)] ?? Number.NaN;
const round = (value: number): number => Math.round(value * 1000) / 1000;

/** As an adult stands on a wide stage (core/edit/create.ts, scaleFor). */
const SCALE = 1.46;

const FRAME = toTicks(1 / 24);
const WINDOW = 90;

/** A scene of so many lines, all alike. */
function sceneOf(lines: number) {
  const script = Array.from({ length: lines }, (_, n) => `${n % 2 ? 'NOOR' : 'MARIT'}: This line says something about the sea, the sand and the Moon above.`).join('\n');
  const { document } = sampleDocument(script);
  const place = schedule(document, () => undefined).scenes[0] as ReturnType<typeof schedule>['scenes'][number];
  return { document, place };
}

/**
 * Milliseconds of frames that follow each other, as in playing, of the same three lines once as a short scene and once
 * as the beginning of a long one, by turns: what is seen is the same, and a machine that is busy slows both alike.
 */
function frameTimes(few: number, many: number): { short: number; long: number; ratio: number } {
  const scenes = { short: sceneOf(few), long: sceneOf(many) };
  const rounds: { short: number; long: number }[] = [];
  for (let round = 0; round < 24; round++) {
    const ms = { short: 0, long: 0 };
    for (const name of round % 2 ? (['short', 'long'] as const) : (['long', 'short'] as const)) {
      const { document, place } = scenes[name];
      for (let n = 0; n < WINDOW; n++) {
        const started = performance.now();
        evaluate(document, place, toTicks(1) + n * FRAME, filmFonts(), { captions: false });
        // The first frame builds what the other scene's figures have pushed out.
        if (n > 0) ms[name] += (performance.now() - started) / (WINDOW - 1);
      }
    }
    if (round > 3) rounds.push(ms);
  }
  return { short: median(rounds.map((r) => r.short)), long: median(rounds.map((r) => r.long)), ratio: median(rounds.map((r) => r.long / r.short)) };
}

/** One character: its nodes from a pose, and their pixels at 1920 x 1080; and whether a long scene makes frames dearer. */
export async function benchFigure() {
  const painter = nodePainter();
  const film = new IncrementalPainter(painter, 1920, 1080);
  const picture = (nodes: readonly Node[]) => ({
    width: 1920,
    height: 1080,
    background: '#eaf2f0',
    planes: [{ id: 'all', view: [SCALE, 0, 0, SCALE, 960, 1000] as const, nodes }],
  });
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
  const times = frameTimes(4, 120);
  return {
    characters: 150,
    evaluate: { p50: round(median(evaluateMs)), p95: round(p95(evaluateMs)) },
    paint: { p50: round(median(paintMs)), p95: round(p95(paintMs)) },
    longScene: { lines: [4, 120], frameMs: [round(times.short), round(times.long)], ratio: round(times.ratio) },
  };
}
