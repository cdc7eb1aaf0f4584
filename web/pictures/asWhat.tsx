import { Film, Image, PersonStanding, Smile, X } from 'lucide-react';
import { Dialog } from 'radix-ui';
import { type ReactNode, useCallback, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { toast } from 'sonner';
import { create } from 'zustand';
import { sentenceOf } from '#core/document/failure';
import { setBackdrop } from '#core/edit/commands/stage';
import { mediaUrl } from '../api.ts';
import type { PlacedScene } from '../composer/film.ts';
import { stage } from '../stage/client.ts';
import { run, useProduction } from '../state/production.ts';
import { Check } from '../ui/fields.tsx';
import { Button } from '../ui/parts.tsx';
import { type Brought, isForShelf, sendPicture, shelved } from './bringIn.ts';
import { bringOwn } from './onStage.ts';

interface Came {
  readonly id: string;
  readonly picture: Brought;
}

/** What came in and waits to be told what it is. */
const useCame = create<{ readonly came: readonly Came[] }>(() => ({ came: [] }));

/** Brings files in, one after the other, and asks for each what it shall be. */
export async function bringFiles(files: readonly File[]): Promise<void> {
  for (const file of files) {
    const known = toast.loading(`Reading “${file.name}” …`);
    if (!isForShelf(file)) {
      toast.error(`“${file.name.slice(0, 80)}” is neither picture nor clip. Bring in PNG, JPEG, WebP, AVIF, GIF, SVG, MP4, WebM or MOV.`, { id: known });
      continue;
    }
    try {
      const picture = await sendPicture(file, { onProgress: (share) => toast.loading(`Reading “${file.name}”: ${Math.round(share * 100)} %`, { id: known }) });
      const { id } = shelved(picture);
      toast.dismiss(known);
      useCame.setState(({ came }) => ({ came: [...came, { id, picture }] }));
    } catch (thrown) {
      toast.error(sentenceOf(thrown), { id: known });
    }
  }
}

/** Asks what a picture shall be: with a picture of each. Esc leaves it on the shelf. */
export function AsWhat({ scene }: { scene: PlacedScene }) {
  const [first] = useCame(({ came }) => came);
  return first ? <Asking key={first.id} came={first} scene={scene} /> : null;
}

function Asking({ came: { id, picture }, scene }: { came: Came; scene: PlacedScene }) {
  const navigate = useNavigate();
  const production = useProduction((state) => state.document?.production.id);
  const [sound, setSound] = useState(true);
  const first = useRef<HTMLButtonElement>(null);
  const done = useCallback(() => useCame.setState(({ came }) => ({ came: came.slice(1) })), []);
  const { clip } = picture;
  const onStage = (moving: boolean): void => {
    bringOwn(scene, { ...picture, ...(moving ? {} : { clip: undefined }) }, { sound });
    done();
    void stage().fetched(picture.media);
  };
  const choices: readonly (readonly [string, string, ReactNode, () => void])[] = [
    ...(clip ? [['Clip', 'moves on the stage', <Moving key="clip" picture={picture} />, () => onStage(true)] as const] : []),
    [
      'Somebody who talks',
      'its face is marked in the workshop',
      <Talking key="talks" picture={picture} />,
      () => {
        done();
        void navigate(`/p/${production}/workshop/${id}`);
      },
    ],
    ['On the stage', 'a thing that can be held and moved', <Standing key="stands" picture={picture} />, () => onStage(false)],
    [
      'Backdrop',
      'behind everything',
      <Behind key="behind" picture={picture} />,
      () => {
        run(
          `${picture.name} as backdrop`,
          setBackdrop(scene.id, { kind: 'picture', media: picture.media, width: picture.width, height: picture.height, fit: 'fill', name: picture.name }),
        );
        done();
      },
    ],
  ];
  return (
    <Dialog.Root open onOpenChange={(open) => open || done()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-ink/30" />
        <Dialog.Content
          data-as-what
          onOpenAutoFocus={(event) => {
            event.preventDefault();
            first.current?.focus();
          }}
          className="raised fixed top-1/2 left-1/2 z-50 w-max max-w-[94vw] -translate-x-1/2 -translate-y-1/2 rounded-[12px] border border-line bg-paper p-4"
          aria-describedby={undefined}
        >
          <div className="mb-3 flex items-center gap-3">
            <Dialog.Title className="m-0 min-w-0 flex-1 truncate text-[16px] font-[680]">What is “{picture.name}”?</Dialog.Title>
            <Dialog.Close aria-label="Leave it on the shelf" className="inline-flex size-7 items-center justify-center rounded-[7px] text-ink-2 hover:bg-well">
              <X size={16} />
            </Dialog.Close>
          </div>
          <div className="flex flex-wrap gap-2.5">
            {choices.map(([name, what, drawing, act], n) => (
              <button
                ref={n === 0 ? first : undefined}
                key={name}
                type="button"
                onClick={act}
                className="flex w-[168px] flex-col overflow-hidden rounded-[9px] border border-edge bg-paper text-left hover:border-ink hover:bg-act-soft focus-visible:border-ink"
              >
                <span className="relative flex h-[96px] w-full items-center justify-center overflow-hidden bg-bench">{drawing}</span>
                <span className="px-2.5 pt-1.5 text-[13px] font-[650]">{name}</span>
                <span className="px-2.5 pb-2 text-[11.5px] text-ink-2">{what}</span>
              </button>
            ))}
          </div>
          <div className="mt-3 flex items-center gap-4 text-[12.5px] text-ink-2">
            {clip?.sound && (
              <Check checked={sound} onChange={setSound}>
                Keep its sound
              </Check>
            )}
            <span className="flex-1">
              {clip ? `${(clip.frames / clip.rate).toFixed(1)} s, ${Math.round(clip.rate)} frames a second` : `${picture.width} × ${picture.height} pixels`}
            </span>
            <Button kind="quiet" onClick={done}>
              Only on the shelf
            </Button>
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

const IMAGE = 'max-h-[80px] max-w-[130px] rounded-[3px]';
const SIGN = 'absolute right-1.5 bottom-1.5 rounded-[5px] bg-ink/85 p-1 text-white';

const Moving = ({ picture }: { picture: Brought }) => (
  <>
    <span className="flex items-center gap-[3px] bg-ink px-[5px] py-[7px]">
      {[0.55, 0.8, 1].map((opacity) => (
        <img key={opacity} src={mediaUrl(picture.media)} alt="" className="h-[46px] w-[40px] object-cover" style={{ opacity }} />
      ))}
    </span>
    <span className={SIGN}>
      <Film size={13} />
    </span>
  </>
);
const Talking = ({ picture }: { picture: Brought }) => (
  <>
    <img src={mediaUrl(picture.media)} alt="" className={IMAGE} />
    <span className="absolute top-1.5 right-2 rounded-[8px] rounded-bl-[1px] border border-ink bg-white px-1.5 font-serif text-[12px] leading-[17px]">Hello</span>
    <span className={SIGN}>
      <Smile size={13} />
    </span>
  </>
);
const Standing = ({ picture }: { picture: Brought }) => (
  <>
    <span className="absolute inset-x-0 bottom-0 h-[34px] bg-well" />
    <img src={mediaUrl(picture.media)} alt="" className="absolute bottom-[14px] max-h-[62px] max-w-[70px] [filter:drop-shadow(0_3px_2px_rgb(15_43_48/0.3))]" />
    <span className={SIGN}>
      <Image size={13} />
    </span>
  </>
);
const Behind = ({ picture }: { picture: Brought }) => (
  <>
    <img src={mediaUrl(picture.media)} alt="" className="absolute inset-0 size-full object-cover" />
    <PersonStanding size={54} strokeWidth={1.6} className="absolute bottom-1 text-white [filter:drop-shadow(0_0_2px_rgb(15_43_48/0.9))]" aria-hidden="true" />
  </>
);
