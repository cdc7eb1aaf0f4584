import { setCaptions } from '#core/edit/commands/stage';
import { frameSize } from '#core/stage/frame';
import { run } from '../../state/production.ts';
import { useView, view } from '../../state/view.ts';
import { zoomStage } from '../stageZoom.ts';
import { zoomTimeline } from '../zoomTimeline.ts';
import type { Command } from './command.ts';

export const SEEN: readonly Command[] = [
  { id: 'nearer', name: 'Stage nearer', group: 'What is seen', also: 'zoom in', keys: ['Z'], run: ({ document }) => zoomStage(1.25, frameSize(document.production.frame)) },
  { id: 'farther', name: 'Stage farther', group: 'What is seen', also: 'zoom out', keys: ['Shift+Z'], run: ({ document }) => zoomStage(0.8, frameSize(document.production.frame)) },
  { id: 'whole', name: 'The whole stage', group: 'What is seen', also: 'zoom fit', keys: ['0'], run: () => view({ looked: undefined }) },
  {
    id: 'through-camera',
    name: 'Through the camera, or the whole set',
    group: 'What is seen',
    also: 'shot framing',
    run: () => view({ throughCamera: !useView.getState().throughCamera }),
  },
  { id: 'guides', name: 'Guides of the safe area', group: 'What is seen', keys: ['Shift+F'], run: () => view({ guides: !useView.getState().guides }) },
  {
    id: 'ghosts',
    name: 'Where the keys before and after put what is chosen',
    group: 'What is seen',
    also: 'onion skin ghosts',
    keys: ['Shift+O'],
    run: () => view({ ghosts: !useView.getState().ghosts }),
  },
  { id: 'captions', name: 'Captions from the words', group: 'What is seen', run: ({ scene }) => void run('Captions from the words', setCaptions(scene.id, !scene.scene.captions)) },
  { id: 'lanes-nearer', name: 'Ribbon and lanes nearer', group: 'What is seen', also: 'zoom in timeline', keys: ['Ctrl+.'], run: () => zoomTimeline(1.4) },
  { id: 'lanes-farther', name: 'Ribbon and lanes farther', group: 'What is seen', also: 'zoom out timeline', keys: ['Ctrl+,'], run: () => zoomTimeline(1 / 1.4) },
  {
    id: 'lanes-whole',
    name: 'The whole scene on the lanes',
    group: 'What is seen',
    also: 'zoom fit timeline',
    keys: ['Shift+0'],
    run: ({ scene }) => zoomTimeline('scene', scene.length),
  },
  { id: 'commands', name: 'All commands and their keys', group: 'What is seen', also: 'help shortcuts', keys: ['?', 'Ctrl+K'], run: () => view({ help: true }) },
];
