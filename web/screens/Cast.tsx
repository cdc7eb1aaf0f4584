import { ArrowLeft, Dices } from 'lucide-react';
import { useEffect, useMemo, useRef, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { toast } from 'sonner';
import { sentenceOf } from '#core/document/failure';
import type { Backdrop, Character, Document } from '#core/document/schema';
import { freeName, setLook } from '#core/edit/commands/cast';
import { addCharacter } from '#core/edit/commands/stage';
import { ACTIONS } from '#core/figure/actions/index';
import { type DesignId, designed } from '#core/figure/cast';
import { dressed } from '#core/figure/outfits';
import { randomLook, randomMake, randomPerson } from '#core/figure/random';
import { SETS } from '#core/stage/sets/index';
import { inOrder, orderAtEnd } from '#core/time/order';
import { CastColumn } from '../cast/CastColumn.tsx';
import { CharacterMenu } from '../cast/CharacterMenu.tsx';
import { Closet } from '../cast/Closet.tsx';
import { CastClient } from '../cast/client.ts';
import { openCharacter } from '../cast/files.ts';
import { NEW_NAMES } from '../cast/names.ts';
import { Outfits } from '../cast/Outfits.tsx';
import { Room } from '../cast/Room.tsx';
import { Strip } from '../cast/Strip.tsx';
import { LEFT, MASCOT_LEFT, MASCOT_RIGHT, RIGHT, type RoomSlot } from '../cast/slots.ts';
import { makeId } from '../ids.ts';
import { preview, run, useEdited, useOpenDocument, useProduction } from '../state/production.ts';
import { useUndoKeys } from '../state/undoKeys.ts';
import { useView } from '../state/view.ts';
import { TypedName } from '../typing/TypedName.tsx';
import { Choice } from '../ui/fields.tsx';
import { Button, Empty } from '../ui/parts.tsx';
import type { Trying } from '../workers/cast.worker.ts';
import { TopBar } from './TopBar.tsx';
import { WithProduction } from './WithProduction.tsx';

const AT_EASE: Trying = { action: undefined, hand: 'right', expression: undefined, mouth: undefined, turn: 0 };

/** The cast builder: a figure that is alive, every option of it on itself. */
export function Cast() {
  const { production, character } = useParams();
  return <WithProduction production={production}>{(id) => <Builder production={id} wanted={character} />}</WithProduction>;
}

function Builder({ production, wanted }: { production: string; wanted: string | undefined }) {
  const navigate = useNavigate();
  const document = useEdited();
  const shown = useOpenDocument();
  const scene = useView((state) => state.scene);
  const client = useMemo(() => new CastClient(), []);
  useEffect(() => {
    client.onProblem = (sentence) => toast.error(sentence);
    Object.assign(window, { kipzo: { production: useProduction }, kipzoCast: client });
  }, [client]);
  useUndoKeys();
  // The worker outlives React's second mount in development; it ends with the page's way elsewhere.
  const alive = useRef(0);
  useEffect(() => {
    alive.current++;
    return () => {
      const mine = alive.current;
      setTimeout(() => alive.current === mine && client.end(), 1000);
      preview(undefined);
    };
  }, [client]);

  const first = inOrder(document.characters)[0]?.[0];
  const id = wanted && document.characters[wanted] ? wanted : first;
  const stored = id ? document.characters[id] : undefined;
  const tried = id ? (shown.characters[id] ?? stored) : undefined;
  const [pointed, setSlot] = useState<RoomSlot>('hair');
  // A slot that this kind of character does not have gives way to the first that it has.
  const slots = stored?.kind === 'mascot' ? [...MASCOT_LEFT, ...MASCOT_RIGHT] : [...LEFT, ...RIGHT];
  const slot = slots.includes(pointed) ? pointed : (slots[0] as RoomSlot);
  const [trying, setTrying] = useState<Trying>(AT_EASE);
  const [locks, setLocks] = useState<ReadonlySet<string>>(new Set());
  const [hidden, setHidden] = useState<ReadonlySet<string>>(new Set());
  const [comparing, setComparing] = useState(false);
  const [ground, setGround] = useState('');
  const triedBefore = useMemo<Backdrop | undefined>(
    () => (ground.startsWith('set ') ? { kind: 'set', set: ground.slice(4), light: 0.5 } : document.scenes[ground]?.backdrop),
    [ground, document.scenes],
  );
  const [worn, setWorn] = useState<{ id: string; outfit: string }>();
  const outfit = worn && worn.id === id && stored?.outfits?.[worn.outfit] ? worn.outfit : undefined;
  const before = useRef<{ id: string; look: Character }>(undefined);
  if (stored && before.current?.id !== stored.id) before.current = { id: stored.id, look: stored };
  const go = (to: string): void => void navigate(`/p/${production}/cast/${to}`);

  const looked = useMemo(() => {
    const whole = comparing ? before.current?.look : tried;
    const base = whole && dressed(whole, outfit);
    if (!base || !hidden.size) return base;
    const parts = { ...base.parts };
    for (const one of hidden) delete parts[one];
    return { ...base, parts };
  }, [tried, comparing, hidden, outfit]);
  const add = (design: DesignId | 'chance' | 'file' | Character): void => {
    const made = makeId('character');
    const order = orderAtEnd(document.characters);
    if (design === 'file') {
      openCharacter(made, order)
        .then((opened) => {
          if (!opened) return;
          run(`Bring in ${opened.name}`, addCharacter({ ...opened, name: freeName(document, opened.name) }));
          go(made);
        })
        .catch((thrown) => toast.error(sentenceOf(thrown)));
      return;
    }
    const person =
      typeof design === 'object'
        ? { ...design, id: made, order }
        : design === 'chance'
          ? {
              ...randomPerson(Math.floor(Math.random() * 1e9), made),
              order,
              name: NEW_NAMES.find((name) => !Object.values(document.characters).some((c) => c.name === name)) ?? 'Somebody',
            }
          : designed(design, made, order);
    run(`Make ${person.name}`, addCharacter({ ...person, name: freeName(document, person.name) }));
    go(made);
  };
  const toggle = (set: ReadonlySet<string>, key: string): ReadonlySet<string> => {
    const next = new Set(set);
    if (!next.delete(key)) next.add(key);
    return next;
  };
  return (
    <div className="flex h-full flex-col">
      <TopBar page="cast">
        {scene && document.scenes[scene] && (
          <Link
            to={`/p/${production}/scenes/${scene}`}
            className="ml-1 inline-flex h-[30px] items-center gap-1.5 rounded-[7px] border border-edge bg-paper px-3 text-[13px] font-semibold hover:bg-bench"
          >
            <ArrowLeft size={14} strokeWidth={1.8} /> Back to the scene
          </Link>
        )}
      </TopBar>
      <div className="flex min-h-0 flex-1">
        <CastColumn client={client} document={document} chosen={id} onChoose={go} onAdd={add} />
        {!stored || !looked || !tried ? (
          <div className="p-8">
            <Empty sentence="Nobody is in the cast yet.">
              <Button kind="primary" onClick={() => add('chance')}>
                Make a person
              </Button>
            </Empty>
          </div>
        ) : (
          <>
            <main className="flex min-w-0 flex-1 flex-col" aria-label="Figure">
              <div className="flex h-12 shrink-0 items-center gap-2 bg-bench px-5">
                <TypedName
                  value={stored.name}
                  label="Name of the character"
                  target={{ kind: 'character', character: stored.id }}
                  className="max-w-40 shrink-0 truncate px-0.5 text-[18px] leading-6 font-[650]"
                />
                {stored.kind === 'person' && <Outfits character={stored} outfit={outfit} onWear={(next) => setWorn(next ? { id: stored.id, outfit: next } : undefined)} />}
                <span className="flex-1" />
                <Choice
                  label="Try before a backdrop"
                  className="w-28 bg-paper"
                  value={ground}
                  options={[
                    { value: '', label: 'Plain room' },
                    { label: 'Scenes', options: inOrder(document.scenes).map(([key, { title }]) => ({ value: key, label: title })) },
                    { label: 'Backdrops', options: SETS.map(({ id: set, name }) => ({ value: `set ${set}`, label: name })) },
                  ]}
                  onChange={setGround}
                />
                <Choice
                  label="Try an action"
                  className="w-32 bg-paper"
                  value={trying.action ?? ''}
                  options={[{ value: '', label: 'Stand' }, ...ACTIONS.map(({ id: action, name }) => ({ value: action, label: name }))]}
                  onChange={(action) => setTrying({ ...trying, action: action || undefined })}
                />
                <Button
                  kind="outline"
                  onPointerDown={() => setComparing(true)}
                  onPointerUp={() => setComparing(false)}
                  onPointerLeave={() => setComparing(false)}
                  onKeyDown={(event) => event.key === ' ' && setComparing(true)}
                  onKeyUp={() => setComparing(false)}
                  onBlur={() => setComparing(false)}
                  aria-pressed={comparing}
                  title="Hold to see it as it was when you came"
                  className="!h-7 !px-2.5"
                >
                  Before
                </Button>
                {stored.kind !== 'picture' && (
                  <Button
                    icon={<Dices size={15} strokeWidth={1.6} />}
                    className="!h-7 !px-2.5"
                    onClick={() => {
                      const seed = Math.floor(Math.random() * 1e9);
                      run('A surprise', setLook(stored.id, stored.kind === 'person' ? randomLook(seed, stored, locks) : { ...stored, ...randomMake(seed, stored, locks) }));
                    }}
                  >
                    Surprise me
                  </Button>
                )}
                <CharacterMenu client={client} character={stored} outfit={outfit} trying={trying} onOpen={go} />
              </div>
              <Room client={client} character={looked} trying={trying} slot={slot} hidden={hidden} backdrop={triedBefore} onSlot={setSlot} />
              <Strip client={client} character={dressed(stored, outfit)} trying={trying} onTry={(values) => setTrying((old) => ({ ...old, ...values }))} />
            </main>
            <aside className="flex w-[396px] shrink-0 flex-col border-l border-line bg-paper" aria-label="Options">
              {stored.kind === 'picture' ? (
                <FromPicture document={document} production={production} id={stored.id} />
              ) : (
                <Closet
                  client={client}
                  id={stored.id}
                  slot={slot}
                  outfit={outfit}
                  scene={scene}
                  locked={locks.has(slot)}
                  hidden={hidden.has(slot)}
                  onLock={() => setLocks(toggle(locks, slot))}
                  onHide={() => setHidden(toggle(hidden, slot))}
                />
              )}
            </aside>
          </>
        )}
      </div>
    </div>
  );
}

/** Of somebody who is a picture: where it is changed. */
function FromPicture({ document, production, id }: { document: Document; production: string; id: string }) {
  const found = Object.entries(document.production.pictures ?? {}).find(([, { actors }]) => Object.values(actors).some(({ character }) => character === id));
  return (
    <div className="flex flex-col items-start gap-3 p-5 text-[13px] text-ink-2">
      <h2 className="text-[15px] font-[650] text-ink">A picture that acts</h2>
      <p>Its face, mouth and colours are set in the workshop, on the picture itself.</p>
      {found ? (
        <Link
          to={`/p/${production}/workshop/${found[0]}`}
          className="inline-flex h-[34px] items-center rounded-[7px] border border-act bg-act px-3 font-semibold text-white hover:bg-act-hover"
        >
          Open “{found[1].name}” in the workshop
        </Link>
      ) : (
        <p>Its picture is not on the shelf any more. It acts on as it is.</p>
      )}
    </div>
  );
}
