import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import * as fontkit from 'fontkit';
import type { Document } from '#core/document/schema';
import { lateFont } from '#core/draw/lateFont';
import type { Fonts, OutlineFont } from '#core/draw/text';
import type { RawImage } from '#core/paint/paint';
import { analysesOf, FONT_FILES, FONT_ROLES, type FontFile, fontFileName, framesOf, picturesOf, type Resources } from '#core/resources';
import type { Channels } from '#core/sound/mix';
import { ownSamples } from '#core/sound/own/index';
import type { Analysis } from '#core/speech/analysis';
import { readWav } from '#core/speech/wav';
import type { Db } from './db/db.ts';
import { ClipFrames } from './media/clipFrames.ts';
import { mediaBytes } from './media/store.ts';
import { decodePicture } from './paint/host.ts';

const require = createRequire(import.meta.url);

/** Where a file of a shipped font lies. */
export const fontPath = (file: FontFile): string => require.resolve(`@fontsource/${file.family}/files/${fontFileName(file)}`);

const files = new Map<string, OutlineFont>();

/** A font's file, read and opened once. */
function opened(file: FontFile): OutlineFont {
  const path = fontPath(file);
  let font = files.get(path);
  if (!font) files.set(path, (font = fontkit.create(readFileSync(path)) as unknown as OutlineFont));
  return font;
}

let fonts: Fonts | undefined;

/** The film's fonts, opened once. */
export function filmFonts(): Fonts {
  fonts ??= Object.fromEntries(
    FONT_ROLES.map((role) => [role, FONT_FILES[role].map((file) => (file.only ? lateFont(file.only, () => opened(file)) : opened(file)))]),
  ) as unknown as Fonts;
  return fonts;
}

/** All analyses that a document's takes name, by hash. */
export async function loadAnalyses(db: Db, document: Document): Promise<Map<string, Analysis>> {
  const out = new Map<string, Analysis>();
  for (const hash of analysesOf(document)) out.set(hash, JSON.parse((await mediaBytes(db, hash)).toString('utf8')) as Analysis);
  return out;
}

/** Everything that a document is drawn with, read and decoded; clips as they are asked for, until `end`. */
export async function loadResources(db: Db, document: Document): Promise<Resources & { end(): void }> {
  const analyses = await loadAnalyses(db, document);
  const pictures = new Map<string, RawImage>();
  for (const media of picturesOf(document)) pictures.set(media, await decodePicture(await mediaBytes(db, media)));
  const clips = new ClipFrames(db);
  return {
    fonts: filmFonts(),
    picture: (media, frame) => (frame === undefined ? pictures.get(media) : clips.find(media, frame)),
    bring: (picture) => clips.bring(framesOf(picture)),
    analysis: (hash) => analyses.get(hash),
    end: () => clips.end(),
  };
}

/** Decoded channels of the given sounds: stored ones, and our own, which are made. */
export async function loadSounds(db: Db, sources: Iterable<string>): Promise<Map<string, Channels>> {
  const out = new Map<string, Channels>();
  for (const source of new Set(sources)) out.set(source, ownSamples(source) ?? (source.startsWith('own:') ? [] : readWav(await mediaBytes(db, source)).channels));
  return out;
}
