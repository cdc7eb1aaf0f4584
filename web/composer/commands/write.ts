import { keepProposals, takeOutProposals } from '#core/edit/commands/direct';
import { takeTurn } from '#core/edit/commands/lines';
import { joinLines, splitLine } from '#core/edit/commands/turns';
import { makeId } from '../../ids.ts';
import { run } from '../../state/production.ts';
import { choose, useView } from '../../state/view.ts';
import type { PlacedScene } from '../film.ts';
import { hangHere, lineHere } from '../hangHere.ts';
import { directScene, proposedIn } from '../Proposals.tsx';
import { addLine } from '../Timeline.tsx';
import type { Command } from './command.ts';

const chosenLine = (scene: PlacedScene): string | undefined => {
  const { line } = useView.getState();
  return line !== undefined && scene.scene.lines[line] ? line : undefined;
};
const hasChosenLine = ({ scene }: { scene: PlacedScene }): boolean => chosenLine(scene) !== undefined;

export const WRITE: readonly Command[] = [
  { id: 'new-line', name: 'New line after the chosen one', group: 'Write and hang', keys: ['N'], run: ({ document, scene }) => addLine(document, scene) },
  {
    id: 'hang',
    name: 'Hang a cue from the word at the playhead',
    group: 'Write and hang',
    also: 'gesture face look move shot sound palette',
    keys: ['H'],
    ready: ({ scene }) => lineHere(scene) !== undefined,
    run: ({ scene }) => hangHere(scene),
  },
  {
    id: 'split-line',
    name: 'Part the line at the playhead',
    group: 'Write and hang',
    also: 'split cut',
    ready: ({ scene }) => lineHere(scene) !== undefined,
    run: ({ scene }) => {
      const { tick } = useView.getState();
      const line = lineHere(scene);
      const word = line?.words.find((one) => one.start >= tick) ?? line?.words.at(-1);
      const id = makeId('line');
      if (line && word && run('Part a line', splitLine(scene.id, line.id, word.id, id, makeId))) choose({ kind: 'line', id });
    },
  },
  {
    id: 'join-line',
    name: 'Join the line with the next one',
    group: 'Write and hang',
    ready: hasChosenLine,
    run: ({ scene }) => {
      const line = chosenLine(scene);
      if (line) run('Join lines', joinLines(scene.id, line, makeId));
    },
  },
  {
    id: 'take-turn',
    name: 'Let the line follow the one before',
    group: 'Write and hang',
    also: 'wait pin usual gap',
    ready: hasChosenLine,
    run: ({ scene }) => {
      const line = chosenLine(scene);
      if (line) run('Follow the line before', takeTurn(scene.id, line));
    },
  },
  {
    id: 'direct',
    name: 'Direct the scene for me',
    group: 'Write and hang',
    also: 'acting proposals first cut',
    ready: ({ scene }) => scene.lines.length > 0,
    run: ({ scene }) => directScene(scene),
  },
  {
    id: 'direct-line',
    name: 'Direct the chosen line for me',
    group: 'Write and hang',
    ready: hasChosenLine,
    run: ({ scene }) => {
      const line = chosenLine(scene);
      if (line) directScene(scene, [line]);
    },
  },
  {
    id: 'keep-proposals',
    name: 'Keep all proposals',
    group: 'Write and hang',
    ready: ({ scene }) => proposedIn(scene).length > 0,
    run: ({ scene }) => void run('Keep all proposals', keepProposals(scene.id)),
  },
  {
    id: 'drop-proposals',
    name: 'Take all proposals out',
    group: 'Write and hang',
    ready: ({ scene }) => proposedIn(scene).length > 0,
    run: ({ scene }) => void run('Take all proposals out', takeOutProposals(scene.id)),
  },
];
