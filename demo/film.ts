import type { MakeId } from '#core/document/ids';
import type { Cue, Document, Pin, Take, Voice } from '#core/document/schema';
import { edit, type Recipe } from '#core/edit/change';
import { hangCue } from '#core/edit/commands/cues';
import { addTake } from '#core/edit/commands/lines';
import { addFilmSound, SOUND_DEFAULTS } from '#core/edit/commands/sounds';
import { ownSound, ownSource } from '#core/sound/own/index';
import { isSaid } from '#core/speech/analysis';
import { DRAFT_ENGINE } from '#core/speech/voices';
import { inOrder, orderAtEnd } from '#core/time/order';
import { toTicks } from '#core/time/ticks';

/** What a demo asks of the outside: synthesis and import, the same that the page uses. */
export interface Tools {
  readonly makeId: MakeId;
  /** Speaks a text and brings the sound in as a take's media; word times by their place in the text. */
  voice(text: string, voice: Voice): Promise<{ media: string; analysis: string; from: number; length: number; words: readonly { text: string; start: number; end: number }[] }>;
  picture(bytes: Uint8Array, name: string): Promise<{ media: string; width: number; height: number }>;
}

type Shape<T> = T extends unknown ? Omit<T, 'order' | 'start' | 'end'> : never;

/** A production in the making: every step is a public command. */
export class Making {
  document: Document;
  /** The scene that is worked on. */
  scene: string;
  private readonly tools: Tools;
  constructor(document: Document, tools: Tools) {
    this.document = document;
    this.scene = (inOrder(document.scenes)[0] as [string, unknown])[0];
    this.tools = tools;
  }

  run(label: string, recipe: Recipe): void {
    this.document = edit(this.document, label, this.tools.makeId('change'), recipe).document;
  }

  /** Lines of the scene in order. */
  lines(): [string, Document['scenes'][string]['lines'][string]][] {
    return inOrder((this.document.scenes[this.scene] as Document['scenes'][string]).lines);
  }

  /** A pin on the n-th line's first word that starts like `word` (line numbers from 1), or on the line itself. */
  on(line: number, word?: string, offset = 0): Pin {
    const [id, data] = this.lines()[line - 1] as [string, Document['scenes'][string]['lines'][string]];
    if (!word) return { to: 'line', line: id, edge: 'start', offset: toTicks(offset) };
    const found = inOrder(data.words).find(([, w]) => w.text.toLowerCase().startsWith(word.toLowerCase()));
    if (!found) throw new Error(`Line ${line} has no word “${word}”.`);
    return { to: 'word', word: found[0], edge: 'start', offset: toTicks(offset) };
  }

  /** Gives every line a voice: a draft as the page makes it, or brought in like a recording. */
  async giveVoices(kind: 'draft' | 'imported'): Promise<void> {
    for (const [id, line] of this.lines()) {
      const voice = this.document.production.roles[line.role as string]?.voice;
      if (!voice) continue;
      const { media, analysis, from, length, words } = await this.tools.voice(line.text, voice);
      const times = Object.fromEntries(
        inOrder(line.words).flatMap(([word], index) => (words[index] && isSaid(words[index]) ? [[word, { start: words[index].start, end: words[index].end }]] : [])),
      );
      const draft = { draft: { voice, engineVersion: DRAFT_ENGINE, text: line.text } };
      const take: Take = { order: 'a0', name: kind === 'draft' ? 'Draft' : 'Take 1', kind, media, analysis, from, length, times, ...(kind === 'draft' ? draft : {}) };
      this.run('Give a voice', addTake(this.scene, id, this.tools.makeId('take'), take));
    }
  }

  /** Lays music of our own under the whole film; it makes room for voices. */
  music(id: string): void {
    const source = ownSource(id);
    this.run('Music', addFilmSound(this.tools.makeId('sound'), { source, name: ownSound(source)?.name ?? id, ...SOUND_DEFAULTS.bed, gainDb: -10, start: 0, end: null }));
  }

  hang(cue: Shape<Cue>, start: Pin, seconds: number): string {
    const id = this.tools.makeId('cue');
    const cues = (this.document.scenes[this.scene] as Document['scenes'][string]).cues;
    this.run('Hang a cue', hangCue(this.scene, id, { ...cue, order: orderAtEnd(cues), start, end: { ticks: toTicks(seconds) } } as Cue));
    return id;
  }
}
