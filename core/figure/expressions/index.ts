import { annoyed } from './annoyed.ts';
import { determined } from './determined.ts';
import type { Expression } from './expression.ts';
import { laughing } from './laughing.ts';
import { sad } from './sad.ts';
import { surprised } from './surprised.ts';
import { thinking } from './thinking.ts';
import { warm } from './warm.ts';
import { worried } from './worried.ts';

/** Every expression: one file each, one line here. */
export const EXPRESSIONS: readonly Expression[] = [warm, laughing, surprised, worried, annoyed, sad, thinking, determined];

export const expressionOf = (id: string): Expression | undefined => EXPRESSIONS.find((expression) => expression.id === id);
