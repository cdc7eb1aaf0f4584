import type { Backdrop } from '#core/document/schema';
import { setOf } from '#core/stage/sets/index';

/** What a backdrop is called. */
export const backdropName = (backdrop: Backdrop): string =>
  backdrop.kind === 'set' ? (setOf(backdrop.set)?.name ?? 'Backdrop') : backdrop.kind === 'picture' ? backdrop.name : backdrop.to ? 'Two colours' : 'Plain colour';
