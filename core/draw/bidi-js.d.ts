declare module 'bidi-js' {
  interface Bidi {
    getMirroredCharacter(character: string): string | null;
    getEmbeddingLevels(text: string, direction?: 'ltr' | 'rtl'): { levels: Uint8Array };
  }
  export default function bidiFactory(): Bidi;
}
