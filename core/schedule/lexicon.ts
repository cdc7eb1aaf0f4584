/** What words or phrases of a line ask hands or a face to do; an s more does not matter. */
export interface Meaning {
  readonly words: readonly string[];
  readonly action?: string;
  readonly face?: string;
  /** So common a word that hands follow it only now and then. */
  readonly often?: true;
  /** What is said of it in a note. */
  readonly note: string;
}

const NUMBERS = ['one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine', 'ten'] as const;

/** Hands by what is said (McNeill 1992: emblems, pointing, size; beats are for everything else). English. A phrase goes before its words. */
export const GESTURE_WORDS: readonly Meaning[] = [
  { words: ['one hand', 'other hand', 'either', 'compare', 'versus', 'rather than'], action: 'compare', note: 'two sides' },
  { words: ['no idea', 'who knows', 'why', 'maybe', 'perhaps', 'unsure', 'whatever'], action: 'shrug', note: 'not to know' },
  { words: ['nothing at all', 'nothing', 'none', 'nobody', 'empty'], action: 'nothing', note: 'nothing' },
  { words: ['hello', 'hi', 'welcome', 'goodbye', 'bye', 'good morning', 'good evening'], action: 'wave', note: 'a greeting' },
  { words: ['yes', 'exactly', 'indeed', 'of course'], action: 'nod', note: 'a yes' },
  { words: ['no', 'never', 'not'], action: 'shake-head', note: 'a no' },
  ...NUMBERS.map((word, n) => ({ words: [word, String(n + 1)], action: word, note: 'a number' })),
  { words: ['first', 'second', 'third', 'count'], action: 'count', note: 'a number' },
  { words: ['all', 'every', 'everyone', 'everybody', 'everything', 'whole', 'together', 'world'], action: 'all', note: 'all of it' },
  { words: ['we', 'us', 'our', 'ours'], action: 'we', note: 'both of them', often: true },
  { words: ['i', 'me', 'my', 'myself', 'mine'], action: 'self', note: 'who speaks', often: true },
  { words: ['you', 'your', 'yours'], action: 'hand-out', note: 'who is spoken to', often: true },
  { words: ['big', 'huge', 'large', 'wide', 'enormous', 'giant', 'bulge', 'long'], action: 'so-big', note: 'a size' },
  { words: ['small', 'tiny', 'little', 'bit'], action: 'tiny', note: 'a small size' },
  { words: ['up', 'above', 'sky', 'high', 'moon', 'sun', 'top'], action: 'point-up', note: 'what is above' },
  { words: ['down', 'below', 'under', 'floor', 'ground', 'bottom'], action: 'point-down', note: 'what is below' },
  { words: ['there', 'those', 'far', 'away', 'over there'], action: 'point', note: 'what is over there' },
  { words: ['this', 'here', 'these', 'look', 'show'], action: 'present', note: 'what is shown', often: true },
  { words: ['think', 'thought', 'suppose', 'remember', 'wonder', 'idea'], action: 'think', note: 'a thought' },
  { words: ['stop', 'wait'], action: 'stop', note: 'a stop' },
  { words: ['so', 'therefore', 'because', 'well'], action: 'open-hands', note: 'a reason', often: true },
  { words: ['exact', 'precise', 'detail', 'point', 'must'], action: 'precise', note: 'a fine point' },
  { words: ['and so on', 'again', 'around', 'round', 'turn', 'continue', 'process'], action: 'and-so-on', note: 'on and on' },
];

/** Feelings by what is said, the strongest of a line wins; bad news goes before good, so that nobody grins under it. */
export const FEELING_WORDS: readonly Meaning[] = [
  {
    words: ['stolen', 'stole', 'steal', 'theft', 'thief', 'lost', 'broken', 'gone', 'missing', 'danger', 'fear', 'careful', 'problem', 'wrong', 'trouble', 'accident', 'emergency'],
    face: 'worried',
    note: 'bad news',
  },
  { words: ['terrible', 'horrible', 'afraid', 'scared', 'help', 'monster'], face: 'afraid', note: 'fear' },
  { words: ['died', 'dead', 'death', 'sorry', 'sad', 'alone', 'miss', 'goodbye', 'unfortunately', 'ill', 'sick', 'cry', 'tears', 'war'], face: 'sad', note: 'sad news' },
  { words: ['yuck', 'disgusting', 'smells', 'rotten', 'ew'], face: 'disgusted', note: 'disgust' },
  { words: ['ouch', 'ow', 'hurts', 'pain'], face: 'in-pain', note: 'pain' },
  { words: ['hate', 'stupid', 'enough', 'annoying', 'how dare'], face: 'annoyed', note: 'annoyance' },
  { words: ['phew', 'at last', 'finally'], face: 'relieved', note: 'relief' },
  { words: ['embarrassing', 'oops', 'awkward'], face: 'embarrassed', note: 'awkwardness' },
  { words: ['really', 'doubt', 'suspicious'], face: 'sceptical', note: 'doubt' },
  { words: ['great', 'wonderful', 'love', 'happy', 'thanks', 'thank', 'perfect', 'hooray', 'yay', 'brilliant', 'well done'], face: 'joyful', note: 'good news' },
  { words: ['ha', 'haha', 'funny', 'joke', 'tummies', 'silly'], face: 'laughing', note: 'something funny' },
  { words: ['proud', 'did it', 'won', 'invented', 'best'], face: 'proud', note: 'pride' },
  { words: ['bored', 'boring'], face: 'bored', note: 'boredom' },
  { words: ['tired', 'sleepy', 'exhausted'], face: 'tired', note: 'tiredness' },
  { words: ['think', 'wonder', 'perhaps', 'maybe', 'hmm', 'suppose'], face: 'thinking', note: 'a thought' },
];

/** A word as it is looked up: small letters, without marks, apostrophes straight. */
export const plainWord = (text: string): string =>
  text
    .toLowerCase()
    .normalize('NFKC')
    .replaceAll('’', "'")
    .replace(/[^\p{L}\p{N}']/gu, '');

/** Whether a plain word is a word of the lexicon, or several of it. */
export const meansWord = (said: string, word: string): boolean => said === word || said === `${word}s` || said === `${word}es`;

/** Whether a meaning's word or phrase is said at a place of a line of plain words. */
export const saidAt = (plain: readonly string[], index: number, way: string): boolean => way.split(' ').every((part, n) => meansWord(plain[index + n] ?? '', part));

/** The meaning that begins at a word of a line of plain words; phrases win. */
export function meaningAt(list: readonly Meaning[], plain: readonly string[], index: number): Meaning | undefined {
  return list.find(({ words }) => words.some((way) => way.includes(' ') && saidAt(plain, index, way))) ?? list.find(({ words }) => words.some((way) => saidAt(plain, index, way)));
}
