import { Music, Plus, Trash2, VolumeX } from 'lucide-react';
import { useState } from 'react';
import type { Document, FilmSound } from '#core/document/schema';
import { addFilmSound, changeFilmSound, deleteFilmSound, SOUND_DEFAULTS } from '#core/edit/commands/sounds';
import type { FilmSchedule } from '#core/schedule/schedule';
import { BEDS, ownSource } from '#core/sound/own/index';
import { formatMoment, parseTime } from '#core/time/format';
import { inOrder } from '#core/time/order';
import { makeId } from '../ids.ts';
import { run } from '../state/production.ts';
import { Button, Empty, IconButton, Popover, PopoverPanel, ValueField } from '../ui/parts.tsx';
import { chosenSound, SoundFields } from './SoundFields.tsx';

/** Music under the whole film: it runs on over cuts and gives way to voices. */
export function FilmMusic({ production, film }: { production: Document['production']; film: FilmSchedule }) {
  const sounds = inOrder(production.sounds ?? {});
  const [open, setOpen] = useState<string>();
  const add = (source: string, name: string): void => {
    const id = makeId('sound');
    run(`Lay “${name}” under the film`, addFilmSound(id, { source, name, ...SOUND_DEFAULTS.bed, start: 0, end: null }));
    setOpen(id);
  };
  const change = (id: string, values: Partial<FilmSound>): void => void run('Change the music', changeFilmSound(id, values));
  return (
    <Popover.Root>
      <Popover.Trigger asChild>
        <Button icon={<Music size={14} strokeWidth={1.6} />} className="ml-2">
          Music{sounds.length ? ` ${sounds.length}` : ''}
        </Button>
      </Popover.Trigger>
      <PopoverPanel className="scrolls max-h-[640px] w-[400px] overflow-y-auto" align="end">
        <h3 className="m-0 mb-2 text-[13px] font-[680]">Music under the whole film</h3>
        {sounds.length === 0 && <Empty sentence="No music yet. A bed runs from the first frame to the last and gives way to voices." />}
        {sounds.map(([id, sound]) => (
          <section key={id} aria-label={sound.name} className="mb-2 rounded-[9px] border border-line p-2">
            <div className="flex items-center gap-2">
              <button type="button" className="min-w-0 flex-1 truncate text-left font-[650]" aria-expanded={open === id} onClick={() => setOpen(open === id ? undefined : id)}>
                {sound.muted && <VolumeX size={13} className="mr-1 inline" />}
                {sound.name}
              </button>
              <span className="text-[12px] text-ink-2">
                {formatMoment(sound.start, 1)} to {sound.end === null ? 'the end' : formatMoment(Math.min(film.length, sound.end), 1)}
              </span>
              <IconButton label={`Take ${sound.name} out`} className="!size-6" onClick={() => run('Take music out', deleteFilmSound(id))}>
                <Trash2 size={13} strokeWidth={1.6} />
              </IconButton>
            </div>
            {open === id && (
              <div className="mt-2 flex flex-col gap-2">
                <div className="grid grid-cols-2 gap-2">
                  <ValueField
                    label="Begins at"
                    value={formatMoment(sound.start, 2)}
                    onCommit={(text) => {
                      const value = parseTime(text, film.fps);
                      if (value === undefined || value < 0) return false;
                      change(id, { start: Math.round(value) });
                      return true;
                    }}
                  />
                  <ValueField
                    label="Ends at (empty: with the film)"
                    value={sound.end === null ? '' : formatMoment(sound.end, 2)}
                    onCommit={(text) => {
                      const value = text.trim() ? parseTime(text, film.fps) : null;
                      if (value === undefined) return false;
                      change(id, { end: value === null ? null : Math.round(value) });
                      return true;
                    }}
                  />
                </div>
                <SoundFields sound={sound} fps={film.fps} onChange={(values) => change(id, values)} />
              </div>
            )}
          </section>
        ))}
        <div className="mt-1 flex flex-wrap gap-1.5">
          {BEDS.map(({ id, name }) => (
            <Button key={id} className="!h-7 !px-2.5" icon={<Plus size={12} strokeWidth={1.8} />} onClick={() => add(ownSource(id), name)}>
              {name}
            </Button>
          ))}
          <Button className="!h-7 !px-2.5" onClick={() => void chosenSound().then((sound) => sound && add(sound.source, sound.name))}>
            Your own file
          </Button>
        </div>
      </PopoverPanel>
    </Popover.Root>
  );
}
