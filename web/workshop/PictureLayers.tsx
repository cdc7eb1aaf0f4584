import { Eye, EyeOff } from 'lucide-react';
import { useState } from 'react';
import { toast } from 'sonner';
import { sentenceOf } from '#core/document/failure';
import type { OwnPicture } from '#core/document/schema';
import { replacePicture } from '#core/edit/commands/pictures';
import { mediaUrl, uploadMedia } from '../api.ts';
import { run } from '../state/production.ts';

type Layered = NonNullable<OwnPicture['layered']>;

/** The layers that are shown, laid over each other, as a file. */
async function laidOver(layered: Layered, name: string, width: number, height: number): Promise<File> {
  const canvas = new OffscreenCanvas(width, height);
  const context = canvas.getContext('2d');
  if (!context) throw new Error('This browser cannot lay pictures over each other. Use a current Chromium, Firefox or Safari.');
  const k = width / layered.width;
  for (const layer of layered.layers) {
    if (!layer.shown) continue;
    const response = await fetch(mediaUrl(layer.media));
    if (!response.ok) throw new Error(`The layer “${layer.name}” is not in the store any more. Bring the file in again.`);
    const bitmap = await createImageBitmap(await response.blob(), { colorSpaceConversion: 'none' });
    context.globalAlpha = layer.opacity;
    context.drawImage(bitmap, layer.x * k, layer.y * k, layer.width * k, layer.height * k);
    bitmap.close();
  }
  return new File([await canvas.convertToBlob({ type: 'image/png' })], `${name}.png`, { type: 'image/png' });
}

/** Layers of a layered picture, front first: each can be shown and hidden. */
export function PictureLayers({ id, picture }: { id: string; picture: OwnPicture }) {
  const [busy, setBusy] = useState(false);
  const { layered } = picture;
  if (!layered) return null;
  const toggle = async (index: number): Promise<void> => {
    const layers = layered.layers.map((layer, n) => (n === index ? { ...layer, shown: !layer.shown } : layer));
    setBusy(true);
    try {
      const next = { ...layered, layers };
      const media = await uploadMedia('picture', await laidOver(next, picture.name, picture.width, picture.height));
      const one = layers[index] as Layered['layers'][number];
      run(`${one.shown ? 'Show' : 'Hide'} ${one.name}`, replacePicture(id, { media: media.hash, width: picture.width, height: picture.height, layered: next }));
    } catch (thrown) {
      toast.error(sentenceOf(thrown));
    } finally {
      setBusy(false);
    }
  };
  return (
    <section aria-label="Layers" aria-busy={busy} className="flex min-h-0 flex-col">
      <h2 className="px-3.5 pt-2 pb-1 text-[13px] font-[650]">Layers</h2>
      <ul className="scrolls max-h-[180px] overflow-y-auto px-1.5">
        {layered.layers
          .map((layer, n) => ({ layer, n }))
          .reverse()
          .map(({ layer, n }) => (
            <li key={`${layer.media} ${n}`} className="flex h-7 items-center gap-1.5 rounded-[6px] px-1.5 hover:bg-well" data-picture-layer={layer.name}>
              <button
                type="button"
                aria-pressed={layer.shown}
                aria-label={`${layer.name}: ${layer.shown ? 'shown' : 'hidden'}`}
                disabled={busy}
                className="inline-flex size-6 shrink-0 items-center justify-center rounded-md text-ink-2 hover:text-ink disabled:text-ink-3"
                onClick={() => void toggle(n)}
              >
                {layer.shown ? <Eye size={14} /> : <EyeOff size={14} />}
              </button>
              <img src={mediaUrl(layer.media)} alt="" className="size-5 shrink-0 object-contain" loading="lazy" />
              <span className={`truncate text-[12.5px] ${layer.shown ? '' : 'text-ink-3'}`}>{layer.name}</span>
            </li>
          ))}
      </ul>
    </section>
  );
}
