import { useState } from 'react';
import { toast } from 'sonner';
import { sentenceOf } from '#core/document/failure';
import { CLEANING_STEPS, type CleaningStep, type Take } from '#core/document/schema';
import { setCleaned, setGain, trimTake } from '#core/edit/commands/takes';
import { parseTime } from '#core/time/format';
import { TICKS_PER_SECOND, toTicks } from '#core/time/ticks';
import { doOnServer } from '../api.ts';
import type { PlacedScene } from '../composer/film.ts';
import { run } from '../state/production.ts';
import { Button, ValueField } from '../ui/parts.tsx';

const NAMES: Readonly<Record<CleaningStep, string>> = { clipping: 'Repair clipping', rumble: 'Take rumble out', noise: 'Reduce noise' };

interface Cleaned {
  readonly media: string;
  /** Decibels from here to the loudness that all voices have. */
  readonly gainDb: number;
  readonly speech: { readonly from: number; readonly to: number } | null;
}

/** Less silence than this at an end is a breath's pad, and stays (ticks). */
const LEAST_SILENCE = toTicks(0.05);

/** What can be done to a recording. The original is kept, and every step can be taken back. */
export function CleanUp({ scene, line, id, take }: { scene: PlacedScene; line: string; id: string; take: Take }) {
  const [busy, setBusy] = useState<string>();
  const steps = take.cleaned?.steps ?? [];
  const original = take.cleaned?.media ?? take.media;
  const ask = async (what: string, wanted: readonly CleaningStep[], then: (made: Cleaned) => void): Promise<void> => {
    setBusy(what);
    try {
      then(await doOnServer<Cleaned>('/takes/clean', { media: original, steps: wanted, from: take.from, to: take.from + take.length }));
    } catch (thrown) {
      toast.error(sentenceOf(thrown));
    } finally {
      setBusy(undefined);
    }
  };
  const toggle = (step: CleaningStep): void => {
    const wanted = CLEANING_STEPS.filter((one) => (one === step ? !steps.includes(one) : steps.includes(one)));
    if (!wanted.length) return void run('Give the recording back', setCleaned(scene.id, line, id, [], original));
    void ask(step, wanted, ({ media }) => run(NAMES[step], setCleaned(scene.id, line, id, wanted, media)));
  };
  return (
    <section aria-label="Clean up" className="border-t border-line px-4 py-3">
      <div className="mb-1.5 flex items-baseline justify-between">
        <h3 className="m-0 text-[13px] font-[680]">Clean up</h3>
        <span className="text-[12px] text-ink-2">{busy ? 'Working on it …' : 'keeps the original'}</span>
      </div>
      <div className="mb-2 flex gap-2">
        {(
          [
            ['Begins at', take.from, (at: number) => trimTake(scene.id, line, id, at, take.from + take.length)],
            ['Ends at', take.from + take.length, (at: number) => trimTake(scene.id, line, id, take.from, at)],
            // The same length from another place of the sound.
            ['Slip to', take.from, (at: number) => trimTake(scene.id, line, id, at, at + take.length)],
          ] as const
        ).map(([label, value, trim]) => (
          <ValueField
            key={label}
            label={label}
            value={`${(value / TICKS_PER_SECOND).toFixed(2)} s`}
            className="min-w-0 flex-1"
            step={(direction, large) => run('Trim a take', trim(Math.max(0, value + direction * (large ? 10 : 1) * (TICKS_PER_SECOND / scene.fps))))}
            onCommit={(text) => {
              const at = parseTime(text, scene.fps);
              if (at === undefined || at < 0) return false;
              run('Trim a take', trim(Math.round(at)));
              return true;
            }}
          />
        ))}
      </div>
      <div className="flex flex-wrap gap-1.5">
        {CLEANING_STEPS.map((step) => (
          <Button
            key={step}
            className={`!h-7 !px-2.5 ${steps.includes(step) ? '!border-ink !bg-act-soft' : ''}`}
            aria-pressed={steps.includes(step)}
            disabled={!!busy}
            onClick={() => toggle(step)}
          >
            {NAMES[step]}
          </Button>
        ))}
        <Button
          className={`!h-7 !px-2.5 ${take.gainDb ? '!border-ink !bg-act-soft' : ''}`}
          aria-pressed={!!take.gainDb}
          disabled={!!busy}
          onClick={() =>
            take.gainDb
              ? run('Level as recorded', setGain(scene.id, [{ line, take: id, gainDb: 0 }]))
              : void ask('level', steps, ({ gainDb }) => run('Even out the level', setGain(scene.id, [{ line, take: id, gainDb }])))
          }
        >
          {take.gainDb ? `Level ${take.gainDb > 0 ? '+' : '−'}${Math.abs(take.gainDb)} dB` : 'Even out the level'}
        </Button>
        <Button
          className="!h-7 !px-2.5"
          disabled={!!busy}
          onClick={() =>
            void ask('trim', steps, ({ speech }) =>
              speech
                ? speech.from - take.from < LEAST_SILENCE && take.from + take.length - speech.to < LEAST_SILENCE
                  ? toast('There is no silence to trim.')
                  : run('Trim the silence', trimTake(scene.id, line, id, speech.from, speech.to))
                : toast('No voice was found in this take, so nothing was trimmed.'),
            )
          }
        >
          Trim silence
        </Button>
      </div>
    </section>
  );
}
