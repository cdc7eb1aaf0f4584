import { toast } from 'sonner';
import type { OwnPicture } from '#core/document/schema';
import { addPicture } from '#core/edit/commands/pictures';
import { type Following, uploadMedia } from '../api.ts';
import { makeId } from '../ids.ts';
import { run } from '../state/production.ts';

/** Files that come in as pictures, and those that come in as clips. */
export const PICTURE_FILES = 'image/png,image/apng,image/jpeg,image/webp,image/gif,image/avif,image/svg+xml,.png,.apng,.jpg,.jpeg,.webp,.gif,.avif,.svg,.ora';
export const CLIP_FILES = 'video/mp4,video/webm,video/quicktime,.mp4,.m4v,.webm,.mov';
export const SHELF_FILES = `${PICTURE_FILES},${CLIP_FILES}`;

const isClip = ({ type, name }: File): boolean => type.startsWith('video/') || /\.(mp4|m4v|webm|mov|mkv)$/i.test(name);
/** Whether a file is one that the shelf takes. */
export const isForShelf = (file: File): boolean => file.type.startsWith('image/') || isClip(file) || /\.(svg|ora)$/i.test(file.name);

/** A file's name as a picture's. */
export const titleOf = (file: File): string => file.name.replace(/\.[^.]+$/, '').slice(0, 120) || 'Picture';

export type Brought = Omit<OwnPicture, 'order' | 'actors'>;

/** Sends a picture or clip to the server and gives what it has become. @throws ApiError with what is wrong. */
export async function sendPicture(file: File, following?: Following): Promise<Brought> {
  const { hash, facts } = await uploadMedia(isClip(file) ? 'clip' : 'picture', file, following);
  const clip = facts.clip
    ? { clip: { media: String(facts.clip), frames: Number(facts.frames), rate: Number(facts.rate), ...(facts.sound ? { sound: String(facts.sound) } : {}) } }
    : {};
  const layered = facts.layers ? { layered: JSON.parse(String(facts.layers)) as NonNullable<OwnPicture['layered']> } : {};
  if (facts.cleaned) toast(`Left out of “${file.name}”, as it does not draw or leads elsewhere: ${facts.cleaned}.`);
  return { name: titleOf(file), media: hash, width: Number(facts.width), height: Number(facts.height), ...clip, ...layered };
}

/** Puts what came on the production's shelf. Gives its id there, and the edit. */
export function shelved(brought: Brought): { id: string; edit: string | undefined } {
  const id = makeId('picture');
  return { id, edit: run(`Bring in ${brought.name}`, addPicture(id, brought)) };
}
