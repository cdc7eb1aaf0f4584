import { afraid } from './afraid.ts';
import { angry } from './angry.ts';
import { annoyed } from './annoyed.ts';
import { bored } from './bored.ts';
import { calm } from './calm.ts';
import { curious } from './curious.ts';
import { determined } from './determined.ts';
import { disgusted } from './disgusted.ts';
import { embarrassed } from './embarrassed.ts';
import { excited } from './excited.ts';
import type { Expression } from './expression.ts';
import { inPain } from './inPain.ts';
import { joyful } from './joyful.ts';
import { laughing } from './laughing.ts';
import { proud } from './proud.ts';
import { puzzled } from './puzzled.ts';
import { relieved } from './relieved.ts';
import { sad } from './sad.ts';
import { sceptical } from './sceptical.ts';
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
  joyful,
  excited,
  surprised,
  curious,
  thinking,
  puzzled,
  sceptical,
  worried,
  afraid,
  sad,
  annoyed,
  angry,
  disgusted,
  determined,
  proud,
  sly,
  relieved,
  calm,
  shy,
  embarrassed,
  bored,
  tired,
  inPain,
];

export const expressionOf = (id: string): Expression | undefined => EXPRESSIONS.find((expression) => expression.id === id);
