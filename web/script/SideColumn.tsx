import { Plus, Users } from 'lucide-react';
import { useEffect, useMemo, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import type { Character, Document } from '#core/document/schema';
import { addSceneAfter } from '#core/edit/create';
import { playerOf } from '#core/schedule/casting';
import type { FilmSchedule } from '#core/schedule/schedule';
import { takeOf } from '#core/schedule/timing';
import { VOICE_PRESETS } from '#core/speech/voices';
import { formatLength, formatMoment } from '#core/time/format';
import { inOrder } from '#core/time/order';
import { CastClient } from '../cast/client.ts';
import { type PlacedScene, speakerName } from '../composer/film.ts';
import { makeId } from '../ids.ts';
import { run } from '../state/production.ts';
import { view } from '../state/view.ts';
import { Bitmap } from '../ui/Bitmap.tsx';
import { Button, CutTag } from '../ui/parts.tsx';
import { toneOf } from '../ui/speakers.ts';
import { chooseFiles, importForSpeaker, SOUND_TYPES } from '../voices.ts';

/** Scenes of the film, and who speaks in this one: how much, and with which voice. */
export function SideColumn({
  document,
  film,
  scene,
  onReadThrough,
  onReview,
}: {
  document: Document;
  film: FilmSchedule;
  scene: PlacedScene;
  onReadThrough: (role: string) => void;
  onReview: (file: File) => void;
}) {
  const navigate = useNavigate();
  const production = document.production.id;
  const roles = inOrder(document.production.roles).filter(([id]) => scene.lines.some(({ line }) => line.role === id));
  const talk = (role: string): number => scene.lines.filter(({ line }) => line.role === role).reduce((sum, { start, end }) => sum + end - start, 0);
  const all = roles.reduce((sum, [id]) => sum + talk(id), 0);
  const faces = useFaces(document);
  return (
    <aside className="scrolls flex w-[200px] shrink-0 flex-col max-[1099px]:hidden overflow-y-auto border-r border-line bg-bench px-2.5 py-3" aria-label="Scenes and voices">
      <h2 className="m-0 mb-1.5 px-1.5 text-[13px] font-[680]">Scenes</h2>
      {film.scenes.map(({ id, scene: { title }, length }, index) => (
        <Link
          key={id}
          to={`/p/${production}/script/${id}`}
          aria-current={id === scene.id ? 'true' : undefined}
          className={`flex items-center gap-2 rounded-[9px] border px-1.5 py-1.5 ${id === scene.id ? 'border-ink bg-act-soft font-[650] [box-shadow:0_0_0_1px_var(--color-ink)]' : 'border-transparent hover:bg-well'}`}
        >
          <span className="w-3 text-[12px] text-ink-2">{index + 1}</span>
          <span className="min-w-0 flex-1 truncate">{title}</span>
          <span className="text-[12px] text-ink-2">{formatMoment(length, 1)}</span>
        </Link>
      ))}
      <button
        type="button"
        className="mt-1 flex items-center gap-2 rounded-[9px] px-1.5 py-1 text-left text-[12px] font-semibold text-act hover:bg-well"
        onClick={() => {
          const id = makeId('scene');
          run('A scene', addSceneAfter(scene.id, id, `Scene ${film.scenes.length + 1}`, makeId));
          view({ scene: id });
          void navigate(`/p/${production}/script/${id}`);
        }}
      >
        <Plus size={13} strokeWidth={1.8} /> New scene
      </button>
      <h2 className="m-0 mt-5 mb-1.5 px-1.5 text-[13px] font-[680]">Voices in this scene</h2>
      {roles.map(([id, role]) => {
        const lines = scene.lines.filter(({ line }) => line.role === id);
        const recorded = lines.filter(({ line }) => takeOf(line) && takeOf(line)?.kind !== 'draft').length;
        const preset = VOICE_PRESETS.find((one) => JSON.stringify(one.voice) === JSON.stringify(role.voice));
        const tone = toneOf(role.colour);
        const share = all ? talk(id) / all : 0;
        return (
          <section key={id} aria-label={speakerName(document, scene.id, id)} className="mb-2 rounded-[9px] border border-line bg-paper p-2">
            <div className="flex items-center gap-2">
              <span className="overflow-hidden rounded-[6px]" style={{ background: tone.mid }}>
                <Bitmap bitmap={faces.get(playerOf(document, scene.scene, id)?.id ?? '')} width={44} height={42} className="!bg-transparent" />
              </span>
              <span className="min-w-0 flex-1">
                <span className="flex items-center gap-1.5 text-[13px] font-[650]">
                  <CutTag colour={role.colour} width={10} height={12} /> <span className="truncate">{speakerName(document, scene.id, id)}</span>
                </span>
                <span className="block text-[12px] text-ink-2">
                  {lines.length} line{lines.length === 1 ? '' : 's'}, {formatLength(talk(id))}
                </span>
              </span>
            </div>
            <div className="mt-1.5 h-1.5 overflow-hidden rounded-full bg-well" title={`${Math.round(share * 100)} % of the talk`}>
              <div className="h-full" style={{ width: `${share * 100}%`, background: tone.strong }} />
            </div>
            <div className="mt-1 flex items-baseline justify-between text-[12px] text-ink-2">
              <span>{recorded === lines.length ? 'Recorded' : recorded ? `${recorded} of ${lines.length} recorded` : `Draft, ${preset?.name ?? 'shaped'}`}</span>
              <span>{Math.round(share * 100)} %</span>
            </div>
            <div className="mt-1 flex gap-2 text-[12px] font-semibold text-act">
              <button type="button" className="hover:underline" onClick={() => onReadThrough(id)}>
                Record all
              </button>
              <button
                type="button"
                className="hover:underline"
                title="One recording with pauses, or a file a line"
                onClick={() => void chooseFiles(SOUND_TYPES, true).then((files) => void (files.length && importForSpeaker(scene.id, id, files)))}
              >
                Bring in
              </button>
            </div>
          </section>
        );
      })}
      {Object.keys(document.production.roles).length > 0 && (
        <Button
          className="mt-1 !h-auto !justify-start !py-1.5 text-left !whitespace-normal"
          icon={<Users size={15} strokeWidth={1.6} className="shrink-0" />}
          onClick={() => void chooseFiles(SOUND_TYPES, false).then(([file]) => file && onReview(file))}
        >
          Bring in one recording of everybody
        </Button>
      )}
      {roles.length === 0 && <p className="m-0 px-1.5 text-[12px] text-ink-2">Nobody speaks here yet.</p>}
    </aside>
  );
}

/** Heads of everybody, drawn once for each look. */
function useFaces(document: Document): ReadonlyMap<string, ImageBitmap> {
  const client = useMemo(() => new CastClient(), []);
  const [faces, setFaces] = useState<ReadonlyMap<string, ImageBitmap>>(new Map());
  useEffect(() => () => client.end(), [client]);
  useEffect(() => {
    const list = Object.values(document.characters).map((character: Character) => ({ key: character.id, character, view: 'head' as const }));
    return client.options('faces', list, 88, 84, '#dfe9e7', (key, bitmap) => setFaces((old) => new Map(old).set(key, bitmap)));
  }, [client, document.characters]);
  return faces;
}
