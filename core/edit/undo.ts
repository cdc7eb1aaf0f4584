/** A change as the undo stack sees it. */
export interface LoggedChange {
  readonly id: string;
  readonly label: string;
  readonly undoes?: string | null;
  readonly follows?: string | null;
}

export interface Stacks {
  /** Changes that Undo takes back, the next one last. */
  readonly undo: readonly string[];
  /** Undoing changes that Redo takes back, the next one last. */
  readonly redo: readonly string[];
}

/**
 * Both stacks from one client's log, oldest first. A change that undoes another pops it and can be redone; a redo
 * is an undoing of an undoing; any new edit empties redo. Machine-made changes (`follows`) are no steps.
 */
export function stacksOf(log: readonly LoggedChange[]): Stacks {
  const undo: string[] = [];
  let redo: string[] = [];
  for (const change of log) {
    if (change.follows) continue;
    if (!change.undoes) {
      undo.push(change.id);
      redo = [];
    } else if (undo.at(-1) === change.undoes) {
      undo.pop();
      redo.push(change.id);
    } else if (redo.at(-1) === change.undoes) {
      redo.pop();
      undo.push(change.id);
    }
  }
  return { undo, redo };
}
