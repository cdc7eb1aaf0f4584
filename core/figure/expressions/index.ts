import { afraid } from './afraid.ts';
import { angry } from './angry.ts';
import { annoyed } from './annoyed.ts';
import { determined } from './determined.ts';
import { disgusted } from './disgusted.ts';
import type { Expression } from './expression.ts';
import { joyful } from './joyful.ts';
import { laughing } from './laughing.ts';
import { proud } from './proud.ts';
import { sad } from './sad.ts';
import { shy } from './shy.ts';
import { sly } from './sly.ts';
import { surprised } from './surprised.ts';
import { thinking } from './thinking.ts';
import { tired } from './tired.ts';
import { warm } from './warm.ts';
import { worried } from './worried.ts';

/** Every expression: one file each, one line here. */
export const EXPRESSIONS: readonly Expression[] = [
  warm,
  laughing,
  surprised,
  worried,
  annoyed,
  sad,
  thinking,
  determined,
  joyful,
  proud,
  sly,
  afraid,
  angry,
  disgusted,
  tired,
  shy,
];

export const expressionOf = (id: string): Expression | undefined => EXPRESSIONS.find((expression) => expression.id === id);
