import * as fontkit from 'fontkit';
import { lateFont } from '#core/draw/lateFont';
import type { Picture } from '#core/draw/picture';
import type { FontRole, Fonts, OutlineFont } from '#core/draw/text';
import { FONT_FILES, FONT_ROLES, type FontFile, fontFileName, framesOf, type Resources } from '#core/resources';
import type { Analysis } from '#core/speech/analysis';
import { Clips } from '../workers/clips.ts';
import { Pictures } from '../workers/pictures.ts';

const opened = new Map<string, Promise<OutlineFont>>();

/** Opens a font file once, whichever roles it plays. */
function open(file: FontFile): Promise<OutlineFont> {
  const name = fontFileName(file);
  let font = opened.get(name);
  if (!font) {
    font = fetch(`/fonts/${name}`)
      .then((response) => response.arrayBuffer())
      .then((bytes) => fontkit.create(new Uint8Array(bytes)) as unknown as OutlineFont);
    opened.set(name, font);
  }
  return font;
}

const there = new Map<string, OutlineFont>();

/** A font that is fetched when it is first asked for; `onReady` hears when it has come. */
function asked(file: FontFile, onReady: () => void): OutlineFont | undefined {
  const name = fontFileName(file);
  const font = there.get(name);
  if (!font && !opened.has(name))
    void open(file).then(
      (came) => {
        there.set(name, came);
        onReady();
      },
      // Asked for again with the next letter of it.
      () => opened.delete(name),
    );
  return font;
}

/** The page's loader of what the stage is drawn with: Latin letters first, the rest behind; pictures as they are asked for. */
export class StageResources implements Resources {
  fonts: Fonts = { caption: [], captionBold: [], title: [], label: [] };
  /** Settles when the letters of the first script of every role are there, and when all are. */
  readonly latin: Promise<void>;
  readonly letters: Promise<void>;
  private readonly pictures: Pictures;
  private readonly onReady: () => void;
  private readonly clips = new Clips();
  private readonly analyses = new Map<string, Analysis>();

  /** `onReady` hears of each picture and each lot of letters that has come. */
  constructor(onReady: () => void) {
    this.onReady = onReady;
    this.pictures = new Pictures(onReady);
    const take = async (choose: (files: readonly FontFile[]) => readonly FontFile[]): Promise<void> => {
      const lists = await Promise.all(
        FONT_ROLES.map(async (role) => [role, await Promise.all(choose(FONT_FILES[role]).map(async (file) => (file.only ? this.late(file) : open(file))))] as const),
      );
      this.fonts = Object.fromEntries(lists) as unknown as Record<FontRole, OutlineFont[]>;
      onReady();
    };
    this.latin = take((files) => files.slice(0, 1));
    this.letters = this.latin.then(() => take((files) => files));
  }

  private readonly lateFonts = new Map<FontFile, OutlineFont>();
  private late(file: FontFile): OutlineFont {
    let font = this.lateFonts.get(file);
    if (!font) {
      font = lateFont(file.only ?? [], () =>
        asked(file, () => {
          // Other lists: whatever was laid out without these letters is laid out anew.
          this.fonts = Object.fromEntries(FONT_ROLES.map((role) => [role, [...this.fonts[role]]])) as unknown as Record<FontRole, OutlineFont[]>;
          this.onReady();
        }),
      );
      this.lateFonts.set(file, font);
    }
    return font;
  }

  picture: Resources['picture'] = (media, frame) => (frame === undefined ? this.pictures.find(media) : this.clips.find(media, frame));
  bring = (picture: Picture): Promise<void> | undefined => this.clips.bring(framesOf(picture));
  analysis = (hash: string): Analysis | undefined => this.analyses.get(hash);
  /** Gives what a picture shows, with older frames for those that are late. */
  withStandIns<T>(paint: () => T): T {
    this.clips.lateness = true;
    try {
      return paint();
    } finally {
      this.clips.lateness = false;
    }
  }
  know(analyses: Iterable<readonly [string, Analysis]>): void {
    for (const [hash, analysis] of analyses) this.analyses.set(hash, analysis);
  }

  /** Whether any picture that was asked for is still on its way. */
  get waiting(): boolean {
    return this.pictures.waiting || this.clips.waiting;
  }

  /** Waits until every picture that was asked for is there. */
  async arrived(): Promise<void> {
    while (this.waiting) await new Promise((next) => setTimeout(next, 30));
  }
}
