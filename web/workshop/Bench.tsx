import { Check, Eye, Hand, Lasso, Minus, Pipette, Plus, Smile, Trash2 } from 'lucide-react';
import { type ReactNode, useEffect, useMemo, useRef, useState } from 'react';
import { Link } from 'react-router';
import { toast } from 'sonner';
import { sentenceOf } from '#core/document/failure';
import type { Document, OwnPicture, PictureActor, PictureFace } from '#core/document/schema';
import { addActor, castActor, removeActor, setActor, talkAsBackdrop } from '#core/edit/commands/pictures';
import { roomFor } from '#core/picture/face';
import { pictureFigure } from '#core/picture/figure';
import { limbOf } from '#core/picture/limbs';
import { newActor } from '#core/picture/newActor';
import { faceAt } from '#core/picture/suggest';
import { inOrder } from '#core/time/order';
import { uploadMedia } from '../api.ts';
import { makeId } from '../ids.ts';
import { run } from '../state/production.ts';
import { Button, CutTag, EditableName, IconButton } from '../ui/parts.tsx';
import { toneOf } from '../ui/speakers.ts';
import type { PictureClient } from './client.ts';
import { COLOUR_USES, ColourShelf, type ColourUse, MouthShelf, mouthOf } from './MouthShelf.tsx';
import { browsAbove, MARK_TOOLS } from './marks.ts';
import { PictureBench, type Tool } from './PictureBench.tsx';
import { PictureLayers } from './PictureLayers.tsx';
import { Close, NumbersOf, Talk } from './Talk.tsx';
import { useLifting } from './useLifting.ts';

const STEPS = [
  ['lift', 'Lift off'],
  ['mend', 'Mend away'],
  ['face', 'Face'],
  ['mouth', 'Mouth'],
  ['colours', 'Colours'],
] as const;
type Step = (typeof STEPS)[number][0];

const MARK_NAMES = { eyes: 'Eyes', brows: 'Brows', mouth: 'Mouth', chin: 'Chin' } as const;
const MOST_ARMS = 4;
const MOST_THICK = 0.06;
const LEAST_THICK = 0.003;

/** One picture at work: lifted off, mended, marked, given a mouth and colours, and seen talking beside it. */
export function Bench({
  shelf,
  client,
  document,
  id,
  picture,
  production,
  backdrop,
  scene,
}: {
  shelf: ReactNode;
  client: PictureClient;
  document: Document;
  id: string;
  picture: OwnPicture;
  production: string;
  backdrop: Document['scenes'][string]['backdrop'] | undefined;
  /** Where it is tried, and comes on. */
  scene: string | undefined;
}) {
  const actors = inOrder(picture.actors);
  const [chosen, choose] = useState<string>();
  const actorId = chosen && picture.actors[chosen] ? chosen : actors[0]?.[0];
  const stored = actorId ? picture.actors[actorId] : undefined;
  const [step, setStep] = useState<Step>(stored?.face ? 'face' : 'lift');
  const [tool, setTool] = useState<Tool>('mouth');
  const [after, setAfter] = useState(false);
  const [held, setHeld] = useState(false);
  const [thick, setThick] = useState(0.012);
  const [draft, setDraft] = useState<PictureActor['strokes'][number]>();
  const [tried, setTried] = useState<Partial<PictureActor>>();
  const [text, setText] = useState('Twice a day I pull the water up and away.');
  const [use, setUse] = useState<ColourUse>('lids');
  const [casting, setCasting] = useState(false);
  const actor = useMemo(() => (stored && tried ? { ...stored, ...tried } : stored), [stored, tried]);
  const lifted = useLifting(client, picture, stored, draft);
  const face = actor?.face;
  const colour = Math.max(1, actors.findIndex(([one]) => one === actorId) + 1);
  const tone = toneOf(colour).strong;

  const change = (label: string, values: Partial<PictureActor> | { lasso: undefined }): void => {
    setTried(undefined);
    if (actorId) run(label, setActor(id, actorId, values));
  };
  const goTo = (next: Step): void => {
    setStep(next);
    setTool(next === 'lift' ? 'this' : next === 'mend' ? 'mend' : next === 'face' ? 'mouth' : next === 'colours' ? 'pipette' : 'mouth');
    setAfter(next === 'mouth');
  };
  // The first look at a picture: what fits who was found there.
  const first = useRef(true);
  useEffect(() => {
    if (!stored || !first.current) return;
    first.current = false;
    setStep(stored.face ? 'face' : 'lift');
    setTool(stored.face ? 'mouth' : 'this');
  }, [stored]);
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      if ((event.target as HTMLElement).matches?.('input, textarea, [role="slider"]') || event.ctrlKey || event.metaKey) return;
      if (event.key === '[') setThick((old) => Math.max(LEAST_THICK, old / 1.25));
      if (event.key === ']') setThick((old) => Math.min(MOST_THICK, old * 1.25));
      if (event.key === '\\') setHeld(true);
      if (event.key >= '1' && event.key <= '5') goToRef.current((STEPS[Number(event.key) - 1] as (typeof STEPS)[number])[0]);
    };
    const onUp = (event: KeyboardEvent): void => {
      if (event.key === '\\') setHeld(false);
    };
    window.addEventListener('keydown', onKey);
    window.addEventListener('keyup', onUp);
    return () => {
      window.removeEventListener('keydown', onKey);
      window.removeEventListener('keyup', onUp);
    };
  }, []);
  const goToRef = useRef(goTo);
  goToRef.current = goTo;

  const markAnother = (): void => {
    const made = makeId('actor');
    if (run('Mark another', addActor(id, made, newActor(actors.length ? `${picture.name} ${actors.length + 1}`.slice(0, 120) : picture.name, undefined)))) {
      choose(made);
      goTo('face');
    }
  };
  const placeFace = (x: number, y: number): void => {
    const apart = actors.length > 1 ? 0.09 : 0.16;
    change('Mark a face', { face: faceAt(x, y, apart, picture.width / picture.height) });
    setStep('face');
    setTool('eyes');
  };
  /** An outline that was drawn round an arm. */
  const addArm = (outline: readonly (readonly [number, number])[]): void => {
    if (!stored) return;
    const { limbs = [] } = stored;
    if (limbs.length >= MOST_ARMS) return void toast('Four arms are as many as one can have. Clear them to draw others.');
    change('An arm that turns', { limbs: [...limbs, limbOf(outline, face, picture.width / picture.height)] });
  };
  const moveHinge = (n: number, hinge: readonly [number, number], done: boolean): void => {
    const limbs = (stored?.limbs ?? []).map((limb, at) => (at === n ? { ...limb, hinge: [hinge[0], hinge[1]] as [number, number] } : limb));
    if (done) change('Move a hinge', { limbs });
    else setTried({ limbs });
  };
  const onFace = (next: PictureFace, done: boolean): void => {
    if (done) change('Move a mark', { face: next });
    else setTried({ face: next });
  };
  const put = async (): Promise<void> => {
    if (!stored || !actorId) return;
    setCasting(true);
    try {
      const out = await client.export();
      if (!out) return;
      const file = (blob: Blob, name: string): File => new File([blob], `${name}.png`, { type: 'image/png' });
      const upload = async (blob: Blob | undefined, what: string): Promise<string | undefined> =>
        blob ? (await uploadMedia('picture', file(blob, `${stored.name}, ${what}`))).hash : undefined;
      const [media, left, right] = await Promise.all([upload(out.image, 'acting'), upload(out.left, 'left pupil'), upload(out.right, 'right pupil')]);
      const limbs = (await Promise.all(out.limbs.map((limb, n) => upload(limb, `arm ${n + 1}`)))) as string[];
      const figure = pictureFigure(out.made, stored, { media: media as string, source: picture.media, ...(left ? { left } : {}), ...(right ? { right } : {}), limbs });
      const known = stored.character && document.characters[stored.character];
      if (run(known ? `Change ${known.name}` : `Put ${stored.name} in the cast`, castActor(id, actorId, makeId('character'), figure, makeId('role'))))
        toast.success(known ? `${known.name} is changed everywhere.` : `${stored.name} is in the cast. Bring it on in the scene.`);
    } catch (thrown) {
      toast.error(sentenceOf(thrown));
    } finally {
      setCasting(false);
    }
  };
  const done: Record<Step, boolean> = {
    lift: !!stored && (!stored.lifted || lifted.share > 0.005),
    mend: !!lifted.prepared,
    face: !!face,
    mouth: !!stored?.mouth,
    colours: !!stored?.lids,
  };
  const mouthRoom = face && lifted.size ? roomFor(lifted.size, face, mouthOf(actor as PictureActor, lifted.prepared).width) : 1;
  const opens = actor ? mouthOf(actor, lifted.prepared).open : 1;
  const tooWide = face && opens > mouthRoom * 1.3;
  const cast = stored?.character ? document.characters[stored.character] : undefined;
  return (
    <div className="flex min-h-0 min-w-0 flex-1">
      <aside className="flex w-[168px] shrink-0 flex-col border-r border-line bg-bench max-[1099px]:w-[136px]">
        {shelf}
        <PictureLayers id={id} picture={picture} />
        <h2 className="px-3.5 pt-2 pb-1 text-[13px] font-[650]">In this picture</h2>
        <ul className="scrolls max-h-[34%] shrink-0 overflow-y-auto px-1.5">
          {actors.map(([one, who], n) => (
            <li
              key={one}
              className={`group relative mb-1 flex h-[48px] items-center gap-2 rounded-[8px] border-2 px-2 ${one === actorId ? 'border-ink bg-act-soft' : 'border-transparent hover:bg-well'}`}
              data-actor={one}
            >
              <button type="button" aria-label={`Work on ${who.name}`} aria-current={one === actorId} className="absolute inset-0" onClick={() => choose(one)} />
              <CutTag colour={n + 1} width={11} height={16} />
              <span className="min-w-0">
                <EditableName
                  value={who.name}
                  label="Name"
                  onChange={(name) => run('Rename', setActor(id, one, { name }))}
                  className="relative block max-w-full truncate text-[13px] font-semibold"
                />
                <span className="block truncate text-[11.5px] text-ink-2">
                  {who.character && document.characters[who.character] ? 'in the cast' : who.face ? 'marked' : 'no face yet'}
                </span>
              </span>
              <IconButton
                label={`Take ${who.name} out of this picture`}
                className="absolute right-0.5 !size-6 opacity-0 group-hover:opacity-100 focus-visible:opacity-100"
                onClick={() => run(`Take out ${who.name}`, removeActor(id, one))}
              >
                <Trash2 size={13} />
              </IconButton>
            </li>
          ))}
        </ul>
        <button
          type="button"
          onClick={markAnother}
          className="mx-3 my-1.5 inline-flex h-7 items-center gap-1.5 self-start rounded-[7px] border border-edge bg-paper px-2.5 text-[12.5px] font-semibold hover:bg-bench"
        >
          <Plus size={14} /> Mark another
        </button>
        <p className="px-3.5 pb-3 text-[12px] text-ink-2">The picture itself is never changed.</p>
      </aside>
      <main className="flex min-w-0 flex-1 flex-col bg-paper" aria-label="Picture">
        <div className="flex items-center px-4 pt-2 max-[1099px]:px-2">
          <div className="flex min-w-0 flex-1 items-center gap-1" role="tablist" aria-label="Steps">
            {STEPS.map(([key, label], n) => (
              <button
                key={key}
                type="button"
                role="tab"
                aria-selected={step === key}
                onClick={() => goTo(key)}
                className={`flex h-[30px] min-w-0 flex-auto items-center justify-between gap-1 border pr-2 pl-3 text-[12.5px] font-semibold max-[1099px]:pl-1.5 max-[1099px]:text-[12px] [clip-path:polygon(0_0,100%_0,calc(100%-9px)_100%,0_100%)] ${step === key ? 'border-2 border-ink bg-[#9fe3dc]' : done[key] ? 'border-line bg-well' : 'border-line bg-paper'}`}
              >
                <span className="truncate">
                  {n + 1} {label}
                </span>
                {done[key] && step !== key && <Check size={14} className="mr-1.5 shrink-0 text-ok" />}
              </button>
            ))}
          </div>
          <output className="ml-1 w-[84px] shrink-0 text-right text-[12px] text-ink-2 max-[1099px]:sr-only" aria-live="polite">
            {!lifted.size ? 'Opening …' : lifted.busy === 'lift' ? 'Lifting off …' : lifted.busy === 'prepare' ? 'Mending …' : `${picture.width} × ${picture.height}`}
          </output>
        </div>
        <div className="scrolls flex h-[42px] items-center gap-1.5 overflow-x-auto px-4 max-[1099px]:px-2">
          {step === 'lift' && stored && (
            <>
              <ToolButton on={tool === 'this'} label="This" onClick={() => setTool('this')} icon={<Plus size={14} className="text-ok" strokeWidth={3} />} />
              <ToolButton on={tool === 'not'} label="Not this" onClick={() => setTool('not')} icon={<Minus size={14} className="text-err" strokeWidth={3} />} />
              <ToolButton on={tool === 'lasso'} label="Lasso" onClick={() => setTool('lasso')} icon={<Lasso size={14} />} />
              <ToolButton on={tool === 'arm'} label="Arm" onClick={() => setTool('arm')} icon={<Hand size={14} />} />
              <span className="mx-1 h-5 w-px bg-line" />
              <ToolButton on={!stored.lifted} label="Leave it whole" onClick={() => change('Leave the picture whole', { lifted: !stored.lifted })} />
              {tool === 'arm' && (stored.limbs?.length ?? 0) > 0 && (
                <ToolButton on={false} label="Clear arms" onClick={() => change('Clear arms', { limbs: undefined } as unknown as Partial<PictureActor>)} />
              )}
              {tool !== 'arm' && (stored.strokes.length > 0 || stored.lasso) && (
                <ToolButton on={false} label="Clear" onClick={() => change('Clear strokes', { strokes: [], lasso: undefined } as Partial<PictureActor>)} />
              )}
            </>
          )}
          {step === 'mend' && stored && (
            <>
              <ToolButton on={tool === 'mend'} label="Paint away" onClick={() => setTool('mend')} />
              {stored.mends.length > 0 && <ToolButton on={false} label="Clear" onClick={() => change('Clear mending', { mends: [] })} />}
              <span className="text-[12px] text-ink-2">The painted mouth goes by itself. Paint over anything else that should.</span>
            </>
          )}
          {(step === 'face' || step === 'mouth') &&
            MARK_TOOLS.map((one) => (
              <ToolButton
                key={one}
                on={tool === one}
                label={MARK_NAMES[one]}
                icon={one === 'eyes' ? <Eye size={14} /> : one === 'mouth' ? <Smile size={14} /> : undefined}
                onClick={() => {
                  setTool(one);
                  setAfter(false);
                  if (one === 'brows' && face && !face.brows) change('Mark the brows', { face: { ...face, brows: browsAbove(face) } });
                }}
              />
            ))}
          {step === 'colours' && <ToolButton on={tool === 'pipette'} label="Take a colour" onClick={() => setTool('pipette')} icon={<Pipette size={14} />} />}
          <span className="flex-1" />
          <div className="flex" role="radiogroup" aria-label="What is shown">
            {(['Before', 'After'] as const).map((label) => {
              const on = (label === 'After') === (after !== held);
              return (
                // biome-ignore lint/a11y/useSemanticElements: a choice that is a button
                <button
                  key={label}
                  type="button"
                  role="radio"
                  aria-checked={on}
                  title="Hold \ to see the other"
                  onClick={() => setAfter(label === 'After')}
                  className={`h-7 border px-3 text-[12.5px] font-semibold first:rounded-l-[7px] last:rounded-r-[7px] last:border-l-0 ${on ? 'border-ink bg-act-soft' : 'border-edge bg-paper'}`}
                >
                  {label}
                </button>
              );
            })}
          </div>
        </div>
        <PictureBench
          picture={picture}
          actor={actor}
          lifted={lifted}
          tool={tool}
          thick={thick}
          after={after !== held}
          face={face}
          tone={tone}
          onStroke={(stroke) => stored && change(stroke.keep ? 'This belongs to it' : 'This does not', { strokes: [...stored.strokes, stroke] })}
          onDraft={setDraft}
          onLasso={(points) => change('Draw round it', { lasso: points.map(([x, y]) => [x, y] as [number, number]) })}
          onArm={addArm}
          onHinge={moveHinge}
          onMend={(line) => stored && change('Paint away', { mends: [...stored.mends, line] })}
          onFace={onFace}
          onPick={(x, y) => void client.colour(x, y).then((found) => found && stored && setColour(use, found))}
          onPlaceFace={placeFace}
        />
        <div className="scrolls h-[172px] shrink-0 overflow-x-hidden overflow-y-auto border-t border-line max-[1099px]:h-[240px]">
          {actor && (
            <>
              <MouthShelf
                client={client}
                actor={actor}
                prepared={lifted.prepared}
                onStyle={(style) => {
                  const { source: _, ...mouth } = actor.mouth ?? {};
                  change('How the mouth is drawn', { mouth: { ...mouth, style } });
                }}
                onSource={(label, source) => change(label, { mouth: { ...actor.mouth, source } })}
              />
              <ColourShelf
                actor={actor}
                prepared={lifted.prepared}
                chosen={use}
                onChoose={(next) => (setUse(next), goTo('colours'))}
                onColour={(which, found) => setColour(which, found)}
              />
            </>
          )}
        </div>
        {/* Messages stand here, so that they cover nothing that they speak about. */}
        <footer className="flex h-7 shrink-0 items-center border-t border-line bg-bench px-4 text-[12px] text-ink-2">
          {step === 'colours'
            ? 'A click in the picture takes its colour.'
            : step === 'lift' && tool === 'arm'
              ? 'Draw round an arm: it turns about its hinge, as gestures ask. Drag the hinge to the shoulder.'
              : step === 'lift'
                ? 'The right button, or Alt, draws the other stroke. [ and ] change its width.'
                : ''}
        </footer>
      </main>
      <aside className="scrolls flex w-[380px] shrink-0 flex-col overflow-y-auto border-l max-[1099px]:w-[300px] border-line bg-paper" aria-label="What becomes of it">
        {actor && backdrop ? (
          <>
            <Talk client={client} actor={actor} face={face} backdrop={backdrop} text={text} colour={colour} onText={setText} />
            <Close picture={picture} actor={stored as PictureActor} lifted={lifted} />
            <NumbersOf actor={actor} prepared={lifted.prepared} onTry={setTried} onTake={(label, values) => change(label, values)} />
            <span className="flex-1" />
            <footer className="sticky bottom-0 border-t border-line bg-bench px-4 py-2.5">
              <p className={`flex items-center gap-1.5 pb-2 text-[12.5px] ${tooWide ? 'text-warn' : 'text-ink-2'}`}>
                {!face ? (
                  'Mark the face, and it talks.'
                ) : tooWide ? (
                  <>
                    The open mouth leaves the chin.
                    <button type="button" className="font-semibold underline" onClick={() => change('Make the mouth smaller', { mouth: { ...actor.mouth, open: mouthRoom } })}>
                      Make it smaller
                    </button>
                  </>
                ) : lifted.prepared?.cutBelow ? (
                  'Cut off below: let it stand behind the frame’s edge or a table.'
                ) : (
                  <>
                    <Check size={14} className="text-ok" /> The mouth stays inside the chin, all ten shapes.
                  </>
                )}
              </p>
              <div className="flex gap-2">
                <Button
                  kind="primary"
                  className="flex-1 !h-[34px]"
                  disabled={!face || !lifted.prepared || casting || lifted.busy !== undefined}
                  onClick={() => void put()}
                  data-put
                >
                  {casting ? 'Putting it there …' : cast ? `Change ${cast.name} in the cast` : 'Put in the cast'}
                </Button>
                {cast && stored && !stored.lifted && scene && (
                  <Button
                    className="!h-[34px]"
                    onClick={() =>
                      run(`${picture.name} talks`, talkAsBackdrop(id, scene, makeId)) && toast.success('It is the backdrop now, and everybody in it who is in the cast talks.')
                    }
                  >
                    As the backdrop
                  </Button>
                )}
                {cast && (
                  <Link
                    to={`/p/${production}`}
                    className="inline-flex h-[34px] items-center rounded-[7px] border border-edge bg-paper px-3 text-[13px] font-semibold hover:bg-bench"
                  >
                    To the scene
                  </Link>
                )}
              </div>
            </footer>
          </>
        ) : (
          <p className="p-5 text-[13px] text-ink-2">Nobody is marked in this picture yet. Choose “Mark another”, then click between the eyes.</p>
        )}
      </aside>
    </div>
  );

  function setColour(which: ColourUse, found: string): void {
    if (!stored) return;
    if (which === 'lip') change('Colour of the lips', { mouth: { ...stored.mouth, lip: found } });
    else if (which === 'inside') change('Colour of the mouth', { mouth: { ...stored.mouth, dark: found } });
    else change('Colour of the lids', { lids: { ...stored.lids, [which === 'lids' ? 'skin' : which]: found } });
    setUse(COLOUR_USES.includes(which) ? which : 'lids');
  }
}

function ToolButton({ on, label, icon, onClick }: { on: boolean; label: string; icon?: ReactNode; onClick: () => void }) {
  return (
    <button
      type="button"
      aria-pressed={on}
      onClick={onClick}
      className={`inline-flex h-7 items-center gap-1.5 rounded-[7px] border px-2.5 text-[12.5px] font-semibold ${on ? 'border-2 border-act bg-act-soft' : 'border-edge bg-paper hover:bg-bench'}`}
    >
      {icon}
      {label}
    </button>
  );
}
