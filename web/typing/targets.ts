import type { Document } from '#core/document/schema';
import { edit, type Recipe } from '#core/edit/change';
import { setCaptionText } from '#core/edit/commands/captions';
import { renameOutfit } from '#core/edit/commands/cast';
import { changeLayer } from '#core/edit/commands/layers';
import { setDirection, setLineText } from '#core/edit/commands/lines';
import { renameCharacter, renameProduction, renameScene } from '#core/edit/commands/stage';
import { renameTake } from '#core/edit/commands/takes';
import { makeId } from '../ids.ts';
import { wordsAsTyped } from '../script/writing.ts';
import { run, useProduction } from '../state/production.ts';

/** What a field's words belong to: plain data, so that what was typed finds its place again after a crash. */
export type Target =
  | { readonly kind: 'words' | 'direction'; readonly scene: string; readonly line: string }
  | { readonly kind: 'caption'; readonly track: string; readonly line: string }
  | { readonly kind: 'captionCue'; readonly scene: string; readonly cue: string }
  | { readonly kind: 'layerWords'; readonly scene: string; readonly layer: string }
  | { readonly kind: 'production' }
  | { readonly kind: 'scene'; readonly scene: string }
  | { readonly kind: 'character'; readonly character: string }
  | { readonly kind: 'outfit'; readonly character: string; readonly outfit: string }
  | { readonly kind: 'take'; readonly scene: string; readonly line: string; readonly take: string };

export const targetKey = (target: Target): string => Object.values(target).join(' ');

interface Kind<T extends Target> {
  readonly label: string;
  /** What is stored; undefined where its place is gone. */
  read(document: Document, target: T): string | undefined;
  write(target: T, value: string, document: Document): Recipe;
  /** A name never becomes empty. */
  readonly mayBeEmpty?: boolean;
}

const KINDS: { readonly [K in Target['kind']]: Kind<Extract<Target, { kind: K }>> } = {
  words: {
    label: 'Change the words',
    read: (document, { scene, line }) => document.scenes[scene]?.lines[line]?.text,
    write: ({ scene, line }, value, document) => wordsAsTyped(document, scene, line, value),
    mayBeEmpty: true,
  },
  direction: {
    label: 'Change how a line is said',
    read: (document, { scene, line }) => {
      const stored = document.scenes[scene]?.lines[line];
      return stored && (stored.direction ?? '');
    },
    write: ({ scene, line }, value) => setDirection(scene, line, { direction: value.replace(/^\(|\)$/g, '') }),
    mayBeEmpty: true,
  },
  caption: {
    label: 'Change a caption',
    read: (document, { track, line }) => {
      const stored = document.production.captionTracks?.[track];
      return stored && (stored.lines[line] ?? '');
    },
    write: ({ track, line }, value) => setCaptionText(track, line, value),
    mayBeEmpty: true,
  },
  captionCue: {
    label: 'Change a caption',
    read: (document, { scene, cue }) => {
      const stored = document.scenes[scene]?.cues[cue];
      return stored?.kind === 'caption' ? stored.text : undefined;
    },
    write:
      ({ scene, cue }, value) =>
      (draft) => {
        const stored = draft.scenes[scene]?.cues[cue];
        if (stored?.kind === 'caption') stored.text = value;
      },
    mayBeEmpty: true,
  },
  layerWords: {
    label: 'Change words on the screen',
    read: (document, { scene, layer }) => {
      const stored = document.scenes[scene]?.layers[layer];
      return stored?.kind === 'text' || stored?.kind === 'balloon' ? stored.text : undefined;
    },
    write: ({ scene, layer }, value) => changeLayer(scene, layer, { text: value }),
    mayBeEmpty: true,
  },
  production: { label: 'Rename the production', read: ({ production }) => production.title, write: (_, value) => renameProduction(value) },
  scene: { label: 'Rename the scene', read: ({ scenes }, { scene }) => scenes[scene]?.title, write: ({ scene }, value) => renameScene(scene, value) },
  character: {
    label: 'Rename a character',
    read: ({ characters }, { character }) => characters[character]?.name,
    write: ({ character }, value) => renameCharacter(character, value),
  },
  outfit: {
    label: 'Rename an outfit',
    read: ({ characters }, { character, outfit }) => characters[character]?.outfits?.[outfit]?.name,
    write: ({ character, outfit }, value) => renameOutfit(character, outfit, value),
  },
  take: {
    label: 'Rename a take',
    read: ({ scenes }, { scene, line, take }) => scenes[scene]?.lines[line]?.takes[take]?.name,
    write: ({ scene, line, take }, value) => renameTake(scene, line, take, value),
  },
};
const kindOf = (target: Target): Kind<Target> => KINDS[target.kind] as Kind<Target>;

/** Where a target lies in the document, as changes name it. */
export function pathOf(target: Target): string {
  switch (target.kind) {
    case 'words':
      return `scenes/${target.scene}/lines/${target.line}/text`;
    case 'direction':
      return `scenes/${target.scene}/lines/${target.line}/direction`;
    case 'caption':
      return `production/captionTracks/${target.track}/lines/${target.line}`;
    case 'captionCue':
      return `scenes/${target.scene}/cues/${target.cue}/text`;
    case 'layerWords':
      return `scenes/${target.scene}/layers/${target.layer}/text`;
    case 'production':
      return 'production/title';
    case 'scene':
      return `scenes/${target.scene}/title`;
    case 'character':
      return `characters/${target.character}/name`;
    case 'outfit':
      return `characters/${target.character}/outfits/${target.outfit}/name`;
    case 'take':
      return `scenes/${target.scene}/lines/${target.line}/takes/${target.take}/name`;
  }
}

/** What is stored at a target; undefined where it is gone. */
export const storedAt = (document: Document, target: Target): string | undefined => kindOf(target).read(document, target);

/** How words are stored: without space round them, runs of space as one. */
const tidy = (value: string): string => value.replace(/\s+/g, ' ').trim();

/** Whether what a field shows is what is stored, but for space. */
export const sameWords = (a: string, b: string): boolean => tidy(a) === tidy(b);

export interface Keeping {
  /** What was stored when the typing began. */
  readonly seen: string;
  /** The step of Undo that it goes on. */
  readonly follows?: string | undefined;
  /** The last document in which the place was there. */
  readonly document?: Document | undefined;
}

/**
 * Keeps what was typed. Where another window wrote there meanwhile, or took the place away, it is made on what was seen
 * when the typing began: the server then keeps both versions. Gives the edit; `gone` where it found no place at all.
 */
export function keepTyped(target: Target, value: string, { seen, follows, document }: Keeping): { readonly edit?: string; readonly gone?: boolean } {
  const now = useProduction.getState().document;
  const kind = kindOf(target);
  if (!now || sameWords(value, seen) || (!tidy(value) && !kind.mayBeEmpty)) return {};
  const stored = kind.read(now, target);
  const options = follows ? { follows } : {};
  if (stored !== undefined && sameWords(stored, seen)) {
    const edit = run(kind.label, kind.write(target, tidy(value), now), options);
    return edit ? { edit } : {};
  }
  if (stored !== undefined && sameWords(stored, value)) return {};
  const base = stored === undefined ? document : asSeen(now, target, seen);
  if (!base) return { gone: true };
  const edit = run(kind.label, kind.write(target, tidy(value), base), { ...options, on: base });
  return edit ? { edit } : {};
}

/** The document as if a target still said what was seen there. */
function asSeen(document: Document, target: Target, seen: string): Document {
  const recipe = target.kind === 'words' ? setLineText(target.scene, target.line, seen, makeId) : kindOf(target).write(target, seen, document);
  return edit(document, 'seen', 'seen', recipe).document;
}
