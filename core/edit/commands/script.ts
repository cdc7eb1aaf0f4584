import type { MakeId } from '../../document/ids.ts';
import { shortened } from '../../document/text.ts';
import type { ReadScript } from '../../formats/script/read.ts';
import { inOrder, ordersBetween } from '../../time/order.ts';
import { toTicks } from '../../time/ticks.ts';
import type { Recipe } from '../change.ts';
import { proposeBrackets } from './direct.ts';
import { newLine, SAME_SPEAKER_GAP, sceneOf, USUAL_GAP } from './lines.ts';

/** How far a line that the script wants at once with the one before lies over it. */
const TOGETHER = -toTicks(0.6);

/** All lines of a read script at the scene's end, or after a line of it; `roles` leads from speaker to role. */
export const insertScript =
  (scene: string, script: Pick<ReadScript, 'lines'>, roles: Readonly<Record<string, string>>, makeId: MakeId, after?: string): Recipe =>
  (draft) => {
    const target = sceneOf(draft, scene);
    const all = inOrder(target.lines);
    const place = after === undefined ? all.length - 1 : all.findIndex(([id]) => id === after);
    const last = all[place];
    const orders = ordersBetween(last?.[1].order ?? null, all[place + 1]?.[1].order ?? null, script.lines.length);
    let before = last?.[1].role ?? null;
    const made: string[] = [];
    script.lines.forEach((line, index) => {
      const role = roles[line.speaker] as string;
      const gap = index === 0 && !last ? 0 : before === role ? SAME_SPEAKER_GAP : USUAL_GAP;
      const fresh = newLine(role, shortened(line.text, 4000), orders[index] as string, line.together && (index > 0 || last) ? TOGETHER : gap, makeId);
      const direction = shortened(line.directions.join('; '), 300);
      const id = makeId('line');
      made.push(id);
      target.lines[id] = {
        ...fresh,
        ...(direction ? { direction } : {}),
        ...(line.staging ? { staging: shortened(line.staging, 600) } : {}),
        ...(line.offStage ? { offStage: true } : {}),
      };
      before = role;
    });
    proposeBrackets(scene, made, makeId)(draft);
  };
