import { Captions as CaptionsIcon, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { toast } from 'sonner';
import { sentenceOf } from '#core/document/failure';
import type { Document } from '#core/document/schema';
import { addCaptionTrack, captionsByLine, colourCaptions, deleteCaptionTrack, showCaptions } from '#core/edit/commands/captions';
import { readSrt, writeSrt } from '#core/formats/subtitles/srt';
import { readVtt, writeVtt } from '#core/formats/subtitles/vtt';
import { subtitlesOf } from '#core/formats/times/film';
import type { FilmSchedule } from '#core/schedule/schedule';
import { inOrder } from '#core/time/order';
import { makeId } from '../ids.ts';
import { run } from '../state/production.ts';
import { readTextFile } from '../textFile.ts';
import { Check, Choice } from '../ui/fields.tsx';
import { Button, IconButton, Popover, PopoverPanel } from '../ui/parts.tsx';
import { toneOf } from '../ui/speakers.ts';
import { chooseFiles } from '../voices.ts';
import { saveText } from './saving.ts';

const LANGUAGES = [
  'English',
  'German',
  'French',
  'Spanish',
  'Italian',
  'Portuguese',
  'Dutch',
  'Norwegian',
  'Swedish',
  'Danish',
  'Polish',
  'Greek',
  'Ukrainian',
  'Vietnamese',
] as const;

/** Which captions the film has: the words as they are said, or texts of other languages; out and in as SRT and WebVTT. */
export function CaptionsMenu({ document, film }: { document: Document; film: FilmSchedule }) {
  const { captionTracks, shownCaptions, roles, title } = document.production;
  const tracks = inOrder(captionTracks ?? {});
  const [language, setLanguage] = useState<string>('German');
  const colours = (): Record<string, string> => Object.fromEntries(Object.values(roles).map((role) => [role.name, toneOf(role.colour).mid]));
  const bring = async (): Promise<void> => {
    const [file] = await chooseFiles('.srt,.vtt,text/vtt', false);
    if (!file) return;
    try {
      const text = await readTextFile(file);
      const found = /^\uFEFF?WEBVTT/.test(text) ? readVtt(text) : readSrt(text);
      const lines = captionsByLine(film, found);
      run('Bring captions in', addCaptionTrack(makeId('captions'), { name: file.name.replace(/\.[^.]+$/, '').slice(0, 120) || 'Captions', language: '', lines }));
      toast.success(`${found.length} captions came in and hang from ${Object.keys(lines).length} lines: they move with them.`);
    } catch (thrown) {
      toast.error(sentenceOf(thrown));
    }
  };
  const row = (id: string | null, name: string, about: string): React.ReactNode => (
    <div key={id ?? 'words'} className="flex items-center gap-2 rounded-[7px] px-1.5 py-1 hover:bg-bench">
      <label className="flex min-w-0 flex-1 items-center gap-2">
        <input type="radio" name="captions" checked={(shownCaptions ?? null) === id} onChange={() => run('Show other captions', showCaptions(id))} />
        <span className="truncate font-[650]">{name}</span>
        <span className="shrink-0 text-[12px] text-ink-2">{about}</span>
      </label>
      {id && (
        <IconButton label={`Delete ${name}`} className="!size-6" onClick={() => run('Delete captions', deleteCaptionTrack(id))}>
          <Trash2 size={13} strokeWidth={1.6} />
        </IconButton>
      )}
    </div>
  );
  return (
    <Popover.Root>
      <Popover.Trigger asChild>
        <Button icon={<CaptionsIcon size={14} strokeWidth={1.6} />}>Captions</Button>
      </Popover.Trigger>
      <PopoverPanel className="w-80" align="end">
        {row(null, 'The words', 'as they are said')}
        {tracks.map(([id, track]) => row(id, track.name, `${Object.keys(track.lines).length} lines`))}
        <div className="mt-2 flex gap-1.5 border-t border-line pt-2">
          <Choice label="Language" className="flex-1" value={language} options={LANGUAGES.map((name) => ({ value: name, label: name }))} onChange={setLanguage} />
          <Button className="!h-7" onClick={() => run(`Captions in ${language}`, addCaptionTrack(makeId('captions'), { name: language, language, lines: {} }))}>
            Add a language
          </Button>
        </div>
        <Check
          className="mt-2 !gap-2 border-t border-line px-1.5 pt-2"
          checked={!!document.production.captionColours}
          onChange={(on) => run('Colour the captions', colourCaptions(on))}
        >
          <span className="font-[650]">In the colours of who speaks</span>
        </Check>
        <div className="mt-2 flex flex-wrap gap-1.5">
          <Button className="!h-7 !px-2.5" onClick={() => saveText(`${title}.srt`, writeSrt(subtitlesOf(film)))}>
            Save as SRT
          </Button>
          <Button className="!h-7 !px-2.5" onClick={() => saveText(`${title}.vtt`, writeVtt(subtitlesOf(film), colours()))}>
            Save as WebVTT
          </Button>
          <Button className="!h-7 !px-2.5" onClick={() => void bring()}>
            Bring in
          </Button>
        </div>
      </PopoverPanel>
    </Popover.Root>
  );
}
