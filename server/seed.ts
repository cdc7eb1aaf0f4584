import type { Document } from '#core/document/schema';
import { splitWords } from '#core/formats/script/read';
import type { Tools } from '#demo/film';
import { DEMOS } from '#demo/index';
import type { Db } from './db/db.ts';
import { importPicture } from './media/importPicture.ts';
import { importSound } from './media/importSound.ts';
import { mediaBytes } from './media/store.ts';
import { createProduction, makeId } from './productions.ts';
import { analyseMedia, draftTake } from './takes.ts';

/** Makes the productions that ship, once: nothing is made again, also when its owner threw it away. */
export async function seedDemos(db: Db, say: (text: string) => void): Promise<void> {
  const tools: Tools = {
    makeId,
    async voice(text, voice) {
      const draft = await draftTake(db, text, voice);
      const file = await importSound(db, await mediaBytes(db, draft.media), 'voice.wav');
      return file.hash === draft.media ? draft : analyseMedia(db, file.hash, splitWords(text));
    },
    async picture(bytes, name) {
      const media = await importPicture(db, Buffer.from(bytes), name);
      return { media: media.hash, width: Number(media.facts.width), height: Number(media.facts.height) };
    },
  };
  const missing = [];
  for (const demo of DEMOS) if (!(await db('productions').where({ slug: demo.slug }).first('id'))) missing.push(demo);
  for (const [index, demo] of missing.entries()) {
    say(`Making sample film ${index + 1} of ${missing.length}: its voices are spoken and listened to …`);
    const document: Document = await demo.make(tools);
    await createProduction(db, document, 'seed');
  }
}
