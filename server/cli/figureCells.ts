import { failure } from '#core/document/failure';
import { type Character, MOUTH_SHAPES, type MouthShape } from '#core/document/schema';
import { dice } from '#core/draw/hash';
import { type Action, poseForHand } from '#core/figure/actions/action';
import { ACTIONS } from '#core/figure/actions/index';
import { DESIGNS, type DesignId, designed } from '#core/figure/cast';
import { EXPRESSIONS } from '#core/figure/expressions/index';
import { mascotOptions } from '#core/figure/mascots/index';
import { MASCOT_MAKES, type MascotSlot } from '#core/figure/mascots/makes';
import { dressed } from '#core/figure/outfits';
import { optionsOf, SLOTS } from '#core/figure/parts/index';
import { HAND_SHAPES, over, type PartialPose } from '#core/figure/pose';
import { randomPerson } from '#core/figure/random';
import { ownStance, REST_POSES, restStance } from '#core/figure/rests';
import { type Holding, holdingOf } from '#core/figure/things/holding';
import { STYLES } from '#core/stage/styles/index';
import type { Style } from '#core/stage/styles/style';

/** One figure of a contact sheet. */
export interface Cell {
  readonly style?: Style;
  readonly character: Character;
  readonly pose: PartialPose;
  readonly mouth: MouthShape;
  readonly label: string;
  readonly holding?: readonly Holding[];
  readonly sits?: boolean;
  /** In black, as a shape against the light. */
  readonly black?: boolean;
  /** What of it is seen, where the sheet does not say. */
  readonly focus?: 'hand';
}

export function variedCells(seed: number, count: number): Cell[] {
  const chance = dice(seed);
  return Array.from({ length: count }, (_, index) => {
    const character = randomPerson(seed * 1000 + index);
    const expression = EXPRESSIONS[Math.floor(chance.next() * EXPRESSIONS.length)];
    const action = chance.next() < 0.5 ? ACTIONS[Math.floor(chance.next() * ACTIONS.length)] : undefined;
    const key = action?.keys.at(-1);
    return {
      character,
      pose: over(over(ownStance(character), felt(expression?.face ?? {})), {
        ...(key ? poseForHand(key.pose, index % 2 ? 'left' : 'right', 1) : {}),
        headTurn: chance.between(-0.35, 0.35),
      }),
      mouth: MOUTH_SHAPES[Math.floor(chance.next() * 10)] as MouthShape,
      label: `${character.figure.age}, ${expression?.name ?? ''}${action ? `, ${action.name}` : ''}`,
    };
  });
}

/** A face as it is in a scene: over a friendly one at rest. */
const felt = (face: PartialPose): PartialPose => over({ smile: 0.3, lidLower: 0.14 }, face);

/** The moments of an action by which it is told: its wind-up, its stroke, and what moves while it is held. */
export function momentsOf(action: Action): { name: string; pose: Action['keys'][number]['pose'] }[] {
  const wind = action.keys[1];
  const stroke = action.keys.find(({ at }) => at === 0) ?? action.keys.at(-1);
  const held = action.cycle?.keys[Math.floor((action.cycle.keys.length - 1) / 2)] ?? action.keys.at(-1);
  return [
    ...(wind && wind !== stroke ? [{ name: 'wind-up', pose: wind.pose }] : []),
    ...(stroke ? [{ name: 'stroke', pose: stroke.pose }] : []),
    ...(held && held !== stroke ? [{ name: 'held', pose: held.pose }] : []),
  ];
}

const handOf = (action: Action, n: number): 'left' | 'right' => (action.handed && n % 2 ? 'left' : 'right');

const acted = (character: Character, action: Action, hand: 'left' | 'right', pose: Action['keys'][number]['pose']): Omit<Cell, 'label'> => ({
  character,
  pose: over(over(ownStance(character), { smile: 0.3 }), poseForHand(pose, hand, 1)),
  mouth: 'rest',
  holding: holdingOf(action, hand),
  sits: action.id === 'sit',
});

/** Each action in its wind-up, its stroke and held; those for a hand with right and left in turn. */
export const actionCells = (character: Character): Cell[] =>
  ACTIONS.flatMap((action, n) => momentsOf(action).map(({ name, pose }) => ({ ...acted(character, action, handOf(action, n), pose), label: `${action.name}, ${name}` })));

/** Every way to stand, by people of the cast in turn, the weight on one leg and the other. */
export const restCells = (): Cell[] =>
  REST_POSES.flatMap((rest, n) =>
    (['L', 'R'] as const).map((leg, k) => ({
      character: designed(STANDING[(n * 2 + k) % STANDING.length] as DesignId, 'ch_000000000000', 'a0'),
      pose: over(restStance(rest, leg), { smile: 0.4 }),
      mouth: 'rest' as const,
      label: `${rest.name}, ${leg === 'L' ? 'left' : 'right'}`,
      ...(rest.holds ? { holding: [{ thing: rest.holds.thing, hand: leg === 'L' ? rest.holds.hand : rest.holds.hand === 'L' ? ('R' as const) : ('L' as const) }] } : {}),
    })),
  );
const STANDING: readonly DesignId[] = ['theo', 'noor', 'emil', 'lena', 'kofi', 'samir', 'zola', 'bram', 'mei', 'ingrid', 'pablo'];

/** People by chance as they stand by themselves, in black: who is told apart by build and stance alone. */
export const silhouetteCells = (seed: number, count: number): Cell[] =>
  Array.from({ length: count }, (_, index) => {
    const character = randomPerson(seed * 1000 + index);
    return { character, pose: ownStance(character), mouth: 'rest' as const, label: `${character.figure.age}`, black: true };
  });

/** Every shape of a hand, raised. */
export const handCells = (character: Character): Cell[] =>
  (['relaxed', ...HAND_SHAPES] as const).map((shape) => ({
    character,
    pose: { upperR: 30, elbowR: 150, ...(shape === 'relaxed' ? {} : { [`${shape}R`]: 1 }) },
    mouth: 'rest' as const,
    label: shape,
    focus: 'hand' as const,
  }));

/** What a blind sheet asks: each with the frames that are shown and what it is. */
export interface Question {
  readonly answer: string;
  readonly cells: readonly Omit<Cell, 'label'>[];
}

/** Questions of a blind sheet in an order of chance: faces, actions in three frames, or ways to stand, by people of the cast in turn. */
export function questions(kind: 'expressions' | 'actions' | 'rest', seed: number): Question[] {
  const chance = dice(seed);
  const who = (n: number): Character => designed(STANDING[(n + seed) % STANDING.length] as DesignId, 'ch_000000000000', 'a0');
  const all: Question[] =
    kind === 'expressions'
      ? EXPRESSIONS.map((expression, n) => ({ answer: expression.name, cells: [{ character: who(n), pose: felt(expression.face), mouth: 'rest' }] }))
      : kind === 'actions'
        ? ACTIONS.map((action, n) => ({ answer: action.name, cells: momentsOf(action).map(({ pose }) => acted(who(n), action, handOf(action, n), pose)) }))
        : REST_POSES.map((rest, n) => ({ answer: rest.name, cells: [{ character: who(n), pose: restStance(rest, n % 2 ? 'R' : 'L'), mouth: 'rest' }] }));
  for (let n = all.length - 1; n > 0; n--) {
    const other = Math.floor(chance.next() * (n + 1));
    [all[n], all[other]] = [all[other] as Question, all[n] as Question];
  }
  return all;
}

export const expressionCells = (character: Character): Cell[] =>
  EXPRESSIONS.flatMap((expression) =>
    [0.5, 1].map((strength) => ({
      character,
      pose: felt(Object.fromEntries(Object.entries(expression.face).map(([key, value]) => [key, (value as number) * strength]))),
      mouth: 'rest' as const,
      label: `${expression.name} ${strength * 100} %`,
    })),
  );

export const mouthCells = (character: Character): Cell[] =>
  [0.8, -0.8].flatMap((smile) => MOUTH_SHAPES.map((mouth) => ({ character, pose: { smile }, mouth, label: `${mouth}, ${smile > 0 ? 'smile' : 'frown'}` })));

export const HEAD_SLOTS: ReadonlySet<string> = new Set(['head', 'hair', 'brows', 'eyes', 'lashes', 'nose', 'mouth', 'ears', 'facialHair', 'headwear', 'glasses']);

export function slotCells(character: Character, slot: string): Cell[] {
  if (character.kind === 'mascot' && (slot === 'body' || slot in MASCOT_MAKES))
    return mascotOptions(slot as MascotSlot).map(({ id, name }, n) => ({
      character: { ...character, parts: { ...character.parts, [slot]: id } },
      pose: { headTurn: [0, 0.3, -0.3][n % 3] as number, smile: 0.6, upperR: 60, elbowR: 50 },
      mouth: 'rest' as const,
      label: name,
    }));
  const options = optionsOf(slot);
  if (!options.length) throw failure('no-slot', `There is no slot called “${slot}”. Choose one of ${SLOTS.join(', ')}.`);
  return options.map(({ id, name }, n) => ({
    character: slot === 'extras' ? { ...character, extras: { [id]: true as const } } : { ...character, parts: { ...character.parts, [slot]: id } },
    pose: { headTurn: [0, 0.3, -0.3][n % 3] as number, smile: 0.5 },
    mouth: slot === 'facialHair' || slot === 'mouth' ? ((['rest', 'wide', 'mid'] as const)[n % 3] as MouthShape) : 'rest',
    label: name,
  }));
}

/** Some of the cast in an action each, in every drawing style. */
export const styleCells = (): Cell[] =>
  STYLES.flatMap((style) =>
    (['marit', 'harjit', 'zola', 'mei', 'juno', 'fern'] as const).map((name, n) => ({
      style,
      character: designed(name, 'ch_000000000000', 'a0'),
      pose: over(
        over(ownStance(designed(name, 'ch_000000000000', 'a0')), { smile: 0.3 }),
        poseForHand(ACTIONS[[1, 2, 7, 20, 30, 0][n] as number]?.keys.at(-1)?.pose ?? {}, 'right', 1),
      ),
      mouth: (['rest', 'mid'] as const)[n % 2] as MouthShape,
      label: `${style.name}, ${designed(name, 'ch_000000000000', 'a0').name}`,
    })),
  );

/** Everybody to start from: in everyday clothes, and in the second outfit. */
export const castCells = (): Cell[] =>
  (Object.keys(DESIGNS) as DesignId[]).flatMap((name, n) => {
    const character = designed(name, 'ch_000000000000', 'a0');
    return [undefined, ...Object.keys(character.outfits ?? {})].map((outfit) => ({
      character: dressed(character, outfit),
      pose: over(ownStance(dressed(character, outfit)), { smile: 0.4, headTurn: [0, 0.1, -0.1][n % 3] as number }),
      mouth: 'rest' as const,
      label: outfit ? `${character.name}, ${character.outfits?.[outfit]?.name}` : character.name,
    }));
  });

export const turnCells = (): Cell[] =>
  (Object.keys(DESIGNS) as DesignId[]).flatMap((name) =>
    [-1, -0.467, -0.23, 0, 0.23, 0.467, 1, 'behind' as const].map((turn) => ({
      character: designed(name, 'ch_000000000000', 'a0'),
      pose: { ...(turn === 'behind' ? { away: 1 } : { bodyTurn: turn }), smile: 0.5 },
      mouth: 'rest' as const,
      label: turn === 'behind' ? 'from behind' : `${Math.round(turn * 75)}°`,
    })),
  );
