import { Mic2, X } from 'lucide-react';
import { Dialog } from 'radix-ui';
import { useEffect, useState } from 'react';
import { toast } from 'sonner';
import { sentenceOf } from '#core/document/failure';
import type { FrameShape, Line, Take } from '#core/document/schema';
import { edit, type Recipe } from '#core/edit/change';
import { addTake, insertLine } from '#core/edit/commands/lines';
import { addSpeaker, newDocument, placesFor, voiceFor } from '#core/edit/create';
import { DESIGNS, type DesignId, designed } from '#core/figure/cast';
import type { Analysis } from '#core/speech/analysis';
import { SETS } from '#core/stage/sets/index';
import { inOrder } from '#core/time/order';
import { type FrameRate, toTicks } from '#core/time/ticks';
import { doOnServer, mediaUrl, sendJson, uploadMedia } from '../api.ts';
import { makeId } from '../ids.ts';
import { stage } from '../stage/client.ts';
import { timesOf } from '../state/drafts.ts';
import { Bitmap } from '../ui/Bitmap.tsx';
import { Button } from '../ui/parts.tsx';
import { chooseFiles, SOUND_TYPES } from '../voices.ts';

const storedAnalysis = async (hash: string): Promise<Analysis> => (await (await fetch(mediaUrl(hash))).json()) as Analysis;

/** A character, a voice, a backdrop: a film that plays at once and opens later as a normal scene. */
export function QuickFilm({ open, onClose, frame, fps, onMade }: { open: boolean; onClose: () => void; frame: FrameShape; fps: FrameRate; onMade: (id: string) => void }) {
  const [design, setDesign] = useState<DesignId>('noor');
  const [set, setSet] = useState(SETS[0]?.id ?? 'study');
  const [files, setFiles] = useState<File[]>([]);
  /** What is said in each file. */
  const [said, setSaid] = useState<readonly string[]>([]);
  const [step, setStep] = useState<string>();
  const [pictures, setPictures] = useState<Partial<Record<DesignId, ImageBitmap>>>({});
  useEffect(() => {
    if (!open) return;
    for (const id of Object.keys(DESIGNS) as DesignId[])
      void stage()
        .portrait(designed(id, 'ch_000000000000', 'a0'), 112, '#dfe9e7')
        .then((bitmap) => setPictures((all) => ({ ...all, [id]: bitmap })));
  }, [open]);

  const make = async (): Promise<void> => {
    try {
      const name = DESIGNS[design].name;
      let document = newDocument({ title: files[0] ? files[0].name.replace(/\.[^.]+$/, '') : `${name} explains`, slug: 'quick', frame, fps }, makeId, {
        kind: 'set',
        set,
        light: 0.5,
      });
      const scene = Object.keys(document.scenes)[0] as string;
      const apply = (recipe: Recipe): void => {
        document = edit(document, 'Quick film', makeId('change'), recipe).document;
      };
      const role = makeId('role');
      const place = placesFor(1, frame, { kind: 'set', set, light: 0.5 })[0] as ReturnType<typeof placesFor>[number];
      apply(addSpeaker({ role, character: designed(design, makeId('character'), 'a0'), colour: 1, name, voice: voiceFor(design, 0), scene, layer: makeId('layer'), place }));
      let after: string | null = null;
      for (const [index, file] of files.entries()) {
        setStep(`Reading “${file.name}” (${index + 1} of ${files.length}) …`);
        const media = await uploadMedia('sound', file, {
          onProgress: (share) => setStep(`Reading “${file.name}” (${index + 1} of ${files.length}) … ${Math.round(share * 100)} %`),
        });
        setStep('Listening to the voice …');
        const text = (said[index] ?? '').replace(/\s+/g, ' ').trim();
        const line = makeId('line');
        apply(insertLine(scene, line, role, text, after, makeId));
        const words = inOrder(document.scenes[scene]?.lines[line]?.words ?? {});
        const made = await doOnServer<{ analysis: string; length: number }>('/takes/analyse', {
          media: media.hash,
          words: words.length ? words.map(([, word]) => word.text) : null,
        });
        const take: Take = {
          order: 'a0',
          name: 'Take 1',
          kind: 'imported',
          media: media.hash,
          analysis: made.analysis,
          from: 0,
          length: toTicks(Number(media.facts.seconds)),
          times: words.length ? timesOf(document.scenes[scene]?.lines[line] as Line, (await storedAnalysis(made.analysis)).words) : {},
        };
        apply(addTake(scene, line, makeId('take'), take));
        after = line;
      }
      if (!files.length) apply(insertLine(scene, makeId('line'), role, 'Hello! This is my first film.', null, makeId));
      const { id } = await sendJson<{ id: string }>('POST', '/productions', { document });
      onMade(`${id}?play=1`);
    } catch (thrown) {
      toast.error(sentenceOf(thrown));
    } finally {
      setStep(undefined);
    }
  };

  return (
    <Dialog.Root open={open} onOpenChange={(now) => !now && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-deep/40" />
        <Dialog.Content className="raised fixed top-1/2 left-1/2 z-50 w-[640px] -translate-x-1/2 -translate-y-1/2 rounded-[10px] border border-line bg-paper p-5">
          <div className="flex items-start justify-between">
            <Dialog.Title className="m-0 text-[18px] font-[650]">Quick film</Dialog.Title>
            <Dialog.Close aria-label="Close" className="rounded-md p-1 hover:bg-well">
              <X size={16} />
            </Dialog.Close>
          </div>
          <Dialog.Description className="mt-1 mb-4 text-ink-2">One presenter, your voice, a backdrop. It plays at once.</Dialog.Description>
          <fieldset className="m-0 mb-4 border-0 p-0">
            <legend className="mb-1.5 p-0 text-[12px] text-ink-2">Who speaks</legend>
            <div className="scrolls grid max-h-[264px] grid-cols-6 gap-2 overflow-y-auto p-0.5">
              {(Object.keys(DESIGNS) as DesignId[]).map((id) => (
                <label
                  key={id}
                  className={`flex cursor-pointer flex-col items-center gap-1 rounded-[9px] border p-1.5 ${design === id ? 'border-ink bg-act-soft [box-shadow:0_0_0_1px_var(--color-ink)]' : 'border-line'}`}
                >
                  <input type="radio" name="design" className="sr-only" checked={design === id} onChange={() => setDesign(id)} />
                  <Bitmap bitmap={pictures[id]} width={80} height={80} className="rounded-[6px]" />
                  {DESIGNS[id].name}
                </label>
              ))}
            </div>
          </fieldset>
          <div className="mb-4 flex gap-6">
            <div className="flex-1">
              <div className="mb-1.5 text-[12px] text-ink-2">Voice</div>
              <Button
                icon={<Mic2 size={15} strokeWidth={1.6} />}
                onClick={() =>
                  void chooseFiles(SOUND_TYPES, true).then((chosen) => {
                    if (!chosen.length) return;
                    setFiles(chosen);
                    setSaid([]);
                  })
                }
              >
                {files.length ? `${files.length} file${files.length === 1 ? '' : 's'}: ${files[0]?.name ?? ''}` : 'Choose voice files'}
              </Button>
              <p className="mt-1.5 mb-0 text-[12px] text-ink-2">
                {files.length ? 'Each file becomes a line, in this order.' : 'Without a file a draft voice says a first sentence.'}
              </p>
            </div>
            <div className="flex-1">
              <div className="mb-1.5 text-[12px] text-ink-2">Backdrop</div>
              <div className="flex gap-2">
                {SETS.map(({ id, name }) => (
                  <Button key={id} kind={set === id ? 'primary' : 'outline'} aria-pressed={set === id} onClick={() => setSet(id)}>
                    {name}
                  </Button>
                ))}
              </div>
            </div>
          </div>
          {files.length > 0 && (
            <fieldset className="scrolls m-0 mb-4 max-h-40 overflow-y-auto border-0 p-0">
              <legend className="mb-1.5 p-0 text-[12px] text-ink-2">What is said: captions and gestures go by the words. Without them the voice alone moves the figure.</legend>
              {files.map((file, index) => (
                <textarea
                  key={file.name}
                  aria-label={`What is said in ${file.name}`}
                  placeholder={files.length > 1 ? file.name : 'Write or paste the words of the recording'}
                  rows={files.length > 1 ? 1 : 3}
                  maxLength={4000}
                  value={said[index] ?? ''}
                  className="mb-1.5 block w-full rounded-[6px] border border-edge bg-white px-2 py-1 font-serif text-[15px] text-ink"
                  onChange={(event) => setSaid(files.map((_, n) => (n === index ? event.target.value : (said[n] ?? ''))))}
                />
              ))}
            </fieldset>
          )}
          <div className="flex items-center justify-end gap-3">
            <span className="text-[12px] text-ink-2">{step}</span>
            <Button kind="primary" disabled={!!step} onClick={() => void make()}>
              Make the film
            </Button>
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
