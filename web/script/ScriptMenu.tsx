import { ClipboardPaste, FileDown, FileUp } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { toast } from 'sonner';
import { sentenceOf } from '#core/document/failure';
import type { Document } from '#core/document/schema';
import { writeFountain } from '#core/formats/fountain/write';
import { filmTextGrid, filmWordsCsv } from '#core/formats/times/film';
import type { FilmSchedule } from '#core/schedule/schedule';
import { inOrder } from '#core/time/order';
import type { PlacedScene } from '../composer/film.ts';
import { readTextFile } from '../textFile.ts';
import { Button } from '../ui/parts.tsx';
import { chooseFiles } from '../voices.ts';
import { bring, bringTimes } from './bringing.ts';
import { saveStem, saveText } from './saving.ts';

const ITEM = 'flex cursor-pointer items-center gap-2 rounded-md px-2.5 py-1.5 outline-none data-[highlighted]:bg-act-soft';

/** All that comes into and goes out of a script: texts, word times, voices. */
export function ScriptMenu({ document, film, scene, onPaste }: { document: Document; film: FilmSchedule; scene: PlacedScene; onPaste: () => void }) {
  const { title } = document.production;
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger asChild>
        <Button icon={<ClipboardPaste size={14} strokeWidth={1.6} />}>Script</Button>
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content align="end" className="raised z-40 min-w-56 rounded-[9px] border border-line bg-paper p-1 text-[13px]">
          <DropdownMenu.Item className={ITEM} onSelect={onPaste}>
            <ClipboardPaste size={14} strokeWidth={1.6} /> Paste a script
          </DropdownMenu.Item>
          <DropdownMenu.Item
            className={ITEM}
            onSelect={() =>
              void chooseFiles('.fountain,.txt,.md,.csv,.tsv,text/*', false).then(async ([file]) => {
                if (!file) return;
                if (file.size > 4_000_000) return void toast.error('This file is too large for a script. Choose a text of up to 4 MB.');
                bring(scene.id, scene.lines.at(-1)?.id, await readTextFile(file));
              })
            }
          >
            <FileUp size={14} strokeWidth={1.6} /> Open a script file
          </DropdownMenu.Item>
          <DropdownMenu.Item className={ITEM} onSelect={() => saveText(`${title}.fountain`, writeFountain(document))}>
            <FileDown size={14} strokeWidth={1.6} /> Save as Fountain
          </DropdownMenu.Item>
          <div className="my-1 h-px bg-line" />
          <DropdownMenu.Item className={ITEM} onSelect={() => saveText(`${title}.TextGrid`, filmTextGrid(film))}>
            <FileDown size={14} strokeWidth={1.6} /> Words and phones as TextGrid
          </DropdownMenu.Item>
          <DropdownMenu.Item className={ITEM} onSelect={() => saveText(`${title} words.csv`, filmWordsCsv(film))}>
            <FileDown size={14} strokeWidth={1.6} /> Word times as CSV
          </DropdownMenu.Item>
          <DropdownMenu.Item
            className={ITEM}
            onSelect={() =>
              void chooseFiles('.TextGrid,.textgrid', false).then(async ([file]) => {
                if (file) bringTimes(film, await readTextFile(file));
              })
            }
          >
            <FileUp size={14} strokeWidth={1.6} /> Bring word times in (TextGrid)
          </DropdownMenu.Item>
          <div className="my-1 h-px bg-line" />
          {inOrder(document.production.roles).map(([role, { name }]) => (
            <DropdownMenu.Item key={role} className={ITEM} onSelect={() => void saveStem(film, role, `${title}, ${name}.wav`).catch((thrown) => toast.error(sentenceOf(thrown)))}>
              <FileDown size={14} strokeWidth={1.6} /> Voice of {name} as WAV
            </DropdownMenu.Item>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
