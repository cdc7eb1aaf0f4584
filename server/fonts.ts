import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import * as fontkit from 'fontkit';
import type { FontRole, Fonts, OutlineFont } from '#core/draw/text';

const require = createRequire(import.meta.url);

/** Files of each film font, by script; the same list serves the page (web/resources.ts). */
const FILES: Readonly<Record<FontRole, readonly string[]>> = {
  caption: ['latin', 'latin-ext', 'cyrillic', 'greek', 'vietnamese'].map((script) => `@fontsource/literata/files/literata-${script}-400-normal.woff`),
  captionBold: ['latin', 'latin-ext', 'cyrillic', 'greek', 'vietnamese'].map((script) => `@fontsource/literata/files/literata-${script}-700-normal.woff`),
  title: ['latin', 'latin-ext'].map((script) => `@fontsource/literata/files/literata-${script}-600-normal.woff`),
  label: ['latin', 'latin-ext'].map((script) => `@fontsource/instrument-sans/files/instrument-sans-${script}-600-normal.woff`),
};

export const fontFile = (path: string): string => require.resolve(path);

let fonts: Fonts | undefined;

/** The film's fonts, opened once. */
export function filmFonts(): Fonts {
  fonts ??= Object.fromEntries(
    Object.entries(FILES).map(([role, files]) => [role, files.map((file) => fontkit.create(readFileSync(fontFile(file))) as unknown as OutlineFont)]),
  ) as unknown as Fonts;
  return fonts;
}
