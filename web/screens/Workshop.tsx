import { useCallback, useEffect, useMemo, useRef } from 'react';
import { useNavigate, useParams } from 'react-router';
import { toast } from 'sonner';
import { sentenceOf } from '#core/document/failure';
import { addLayer } from '#core/edit/commands/layers';
import { addActor, removePicture, replacePicture, setPicture } from '#core/edit/commands/pictures';
import { setBackdrop } from '#core/edit/commands/stage';
import { newActor } from '#core/picture/newActor';
import { PICTURE_SAMPLES } from '#core/picture/samples/index';
import { inOrder } from '#core/time/order';
import { makeId } from '../ids.ts';
import { isForShelf, SHELF_FILES, sendPicture, shelved } from '../pictures/bringIn.ts';
import { ownLayer } from '../pictures/onStage.ts';
import { run, useOpenDocument, useProduction } from '../state/production.ts';
import { useUndoKeys } from '../state/undoKeys.ts';
import { useView } from '../state/view.ts';
import { Bench } from '../workshop/Bench.tsx';
import { PictureClient } from '../workshop/client.ts';
import { PictureShelf } from '../workshop/PictureShelf.tsx';
import { WorkshopTabs } from '../workshop/WorkshopTabs.tsx';
import { TopBar } from './TopBar.tsx';
import { WithProduction } from './WithProduction.tsx';

/** Pictures of one's own become somebody who talks: lifted off, mended, marked, and tried at once. */
export function Workshop() {
  const { production, picture } = useParams();
  return <WithProduction production={production}>{(id) => <Shop production={id} wanted={picture} />}</WithProduction>;
}

function Shop({ production, wanted }: { production: string; wanted: string | undefined }) {
  const navigate = useNavigate();
  const document = useOpenDocument();
  const client = useMemo(() => new PictureClient(), []);
  useUndoKeys();
  useEffect(() => {
    client.onProblem = (sentence) => toast.error(sentence);
    Object.assign(window, { kipzo: { production: useProduction }, kipzoPictures: client });
  }, [client]);
  const alive = useRef(0);
  useEffect(() => {
    alive.current++;
    return () => {
      const mine = alive.current;
      setTimeout(() => alive.current === mine && client.end(), 1000);
    };
  }, [client]);
  const pictures = document.production.pictures ?? {};
  const id = wanted && pictures[wanted] ? wanted : inOrder(pictures)[0]?.[0];
  const picture = id ? pictures[id] : undefined;
  const scene = useView((state) => state.scene);
  const shownScene = (scene && document.scenes[scene]) || Object.values(document.scenes)[0];
  const go = useCallback((to: string): void => void navigate(`/p/${production}/workshop/${to}`, { replace: true }), [navigate, production]);

  /** Brings pictures in and proposes who is in the last one. */
  const bring = async (files: readonly File[], known?: (typeof PICTURE_SAMPLES)[number]['faces']): Promise<void> => {
    for (const file of files) {
      const message = toast.loading(`Reading “${file.name}” …`);
      try {
        const picture = await sendPicture(file, { onProgress: (share) => toast.loading(`Reading “${file.name}”: ${Math.round(share * 100)} %`, { id: message }) });
        const { name } = picture;
        const { id: made, edit: added } = shelved(picture);
        go(made);
        const opened = await client.open(picture.media, picture.layered);
        const { faces, limbs } = (await client.suggest()) ?? { faces: [], limbs: [] };
        const names = known?.length === faces.length ? known.map((one) => one.name) : faces.length > 1 ? faces.map((_, n) => `${name} ${n + 1}`) : [name];
        const all = faces.length ? faces : [undefined];
        all.forEach((face, n) =>
          run(
            'Find who is in it',
            addActor(
              made,
              makeId('actor'),
              newActor(
                (names[n] ?? name).slice(0, 120),
                face,
                faces.filter((other) => other !== face),
                opened.width / opened.height,
                { limbs: n ? [] : limbs, strokes: known?.[n]?.strokes ?? [] },
              ),
            ),
            added ? { follows: added } : {},
          ),
        );
        toast.success(
          faces.length > 1
            ? `${faces.length} faces found. Look whether the marks fit.`
            : faces.length
              ? 'A face was found. Look whether its marks fit.'
              : 'No face found. Click between the eyes.',
          { id: message },
        );
      } catch (thrown) {
        toast.error(sentenceOf(thrown), { id: message });
      }
    }
  };
  const replace = async (which: string, file: File): Promise<void> => {
    try {
      run('Another file in its place', replacePicture(which, await sendPicture(file)));
    } catch (thrown) {
      toast.error(sentenceOf(thrown));
    }
  };
  const sample = async (which: string): Promise<void> => {
    const response = await fetch(`/api/samples/${which}.png`);
    const one = PICTURE_SAMPLES.find((each) => each.id === which);
    if (response.ok && one) await bring([new File([await response.blob()], `${one.name}.png`, { type: 'image/png' })], one.faces);
    else toast.error('This sample could not be drawn. Try another one.');
  };
  const asBackdrop = (which: string): void => {
    const one = pictures[which];
    if (!one || !shownScene) return;
    if (run(`${one.name} as backdrop`, setBackdrop(shownScene.id, { kind: 'picture', media: one.media, width: one.width, height: one.height, fit: 'fill', name: one.name })))
      toast.success(`${one.name} is the backdrop of ${shownScene.title} now.`);
  };
  const onStage = (which: string): void => {
    const one = pictures[which];
    if (!one || !shownScene) return;
    if (run(`Bring on ${one.name}`, addLayer(shownScene.id, makeId('layer'), ownLayer(one, document.production.frame))))
      toast.success(`${one.name} is on the stage of ${shownScene.title} now.`);
  };
  // Ctrl+V brings in what was copied.
  const bringing = useRef(bring);
  bringing.current = bring;
  useEffect(() => {
    const onPaste = (event: ClipboardEvent): void => {
      const files = [...(event.clipboardData?.files ?? [])].filter(isForShelf);
      if (!files.length) return;
      event.preventDefault();
      void bringing.current(files);
    };
    window.addEventListener('paste', onPaste);
    return () => window.removeEventListener('paste', onPaste);
  }, []);

  const shelf = (
    <>
      <WorkshopTabs production={production} page="pictures" />
      <PictureShelf
        document={document}
        chosen={id}
        onChoose={go}
        onFiles={(files) => void bring(files)}
        onRename={(which, name) => run('Rename a picture', setPicture(which, { name }))}
        onCredit={(which, values) => run('Where a picture is from', setPicture(which, values))}
        onRemove={(which) => run('Take a picture off the shelf', removePicture(which))}
        onReplace={(which, file) => void replace(which, file)}
        onSample={(which) => void sample(which)}
        onBackdrop={asBackdrop}
        onStage={onStage}
      />
    </>
  );
  return (
    <div className="flex h-full flex-col">
      <TopBar page="workshop" />
      <div className="flex min-h-0 flex-1">
        {picture && id ? (
          <Bench
            key={id}
            shelf={shelf}
            client={client}
            document={document}
            id={id}
            picture={picture}
            production={production}
            backdrop={shownScene?.backdrop}
            scene={shownScene?.id}
          />
        ) : (
          <>
            <aside className="flex w-[168px] shrink-0 flex-col border-r border-line bg-bench max-[1099px]:w-[136px]">{shelf}</aside>
            <NoPicture onFiles={(files) => void bring(files)} onSample={(which) => void sample(which)} />
          </>
        )}
      </div>
    </div>
  );
}
/** Nothing on the shelf: a place to drop a picture, and samples to try. */
function NoPicture({ onFiles, onSample }: { onFiles: (files: File[]) => void; onSample: (id: string) => void }) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <main className="flex min-w-0 flex-1 flex-col items-center justify-center gap-4 p-8" aria-label="Workshop">
      <button
        type="button"
        onClick={() => input.current?.click()}
        onDragOver={(event) => event.preventDefault()}
        onDrop={(event) => {
          event.preventDefault();
          onFiles([...event.dataTransfer.files]);
        }}
        className="flex w-[520px] flex-col items-center gap-1 rounded-[12px] border-2 border-dashed border-edge bg-paper px-8 py-9 text-[14px] hover:bg-bench"
      >
        <b className="text-[17px] font-[650]">Any picture can talk</b>
        <span className="text-ink-2">Drop a drawing, a photo or a page of characters here, or choose a file.</span>
      </button>
      <input ref={input} type="file" hidden multiple accept={SHELF_FILES} onChange={(event) => onFiles([...(event.target.files ?? [])])} />
      <p className="text-[13px] text-ink-2">Or try one of these:</p>
      <ul className="flex flex-wrap justify-center gap-3">
        {PICTURE_SAMPLES.map(({ id, name }) => (
          <li key={id}>
            <button
              type="button"
              className="w-[148px] overflow-hidden rounded-[10px] border border-line bg-paper text-left hover:border-edge"
              onClick={() => onSample(id)}
              data-sample={id}
            >
              <span className="chequered flex h-[104px] items-center justify-center">
                <img src={`/api/samples/${id}.png`} alt="" className="max-h-full max-w-full" />
              </span>
              <span className="block truncate px-2 py-1.5 text-[12.5px] font-semibold">{name}</span>
            </button>
          </li>
        ))}
      </ul>
    </main>
  );
}
