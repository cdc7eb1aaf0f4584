import type { FilmSchedule } from '#core/schedule/schedule';
import { type Channels, type Clip, mixStereo, voiceClips } from '#core/sound/mix';
import { writeWav } from '#core/speech/wav';
import { soundOf } from '../player.ts';

function saveBlob(name: string, blob: Blob): void {
  const link = document.createElement('a');
  link.href = URL.createObjectURL(blob);
  link.download = name.replace(/[/\\:*?"<>|]/g, '-');
  link.click();
  setTimeout(() => URL.revokeObjectURL(link.href), 10_000);
}

export const saveText = (name: string, text: string): void => saveBlob(name, new Blob([text], { type: 'text/plain;charset=utf-8' }));

/** The voices of one role as a WAV as long as the film: laid on any timeline at its start, every word is where it belongs. */
export async function saveStem(film: FilmSchedule, role: string, name: string): Promise<void> {
  const lines = new Set(film.scenes.flatMap((scene) => scene.lines.filter(({ line }) => line.role === role).map(({ id }) => id)));
  const clips: Clip[] = voiceClips(film).filter(({ line }) => lines.has(line));
  const sounds = new Map<string, Channels>();
  for (const { media } of clips) if (!sounds.has(media)) sounds.set(media, [(await soundOf(media)).getChannelData(0)]);
  const [samples] = mixStereo(clips, (media) => sounds.get(media), 0, film.length);
  saveBlob(name, new Blob([writeWav({ rate: 48_000, channels: [samples] }) as BlobPart], { type: 'audio/wav' }));
}
