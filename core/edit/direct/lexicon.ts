/** What words of a line ask hands or a face to do; stems, so that their endings do not matter. */
export interface Meaning {
  readonly words: readonly string[];
  readonly action?: string;
  readonly both?: boolean;
  readonly face?: string;
  /** What is said of it in a note. */
  readonly note: string;
}

/** Hands by what is said (McNeill 1992: emblems, pointing, size; beats are for everything else). English. */
export const GESTURE_WORDS: readonly Meaning[] = [
  { words: ['hello', 'hi', 'welcome', 'goodbye', 'bye', 'morning', 'evening'], action: 'wave', note: 'a greeting' },
  { words: ['yes', 'right', 'exactly', 'indeed', 'true', 'sure'], action: 'nod', note: 'a yes' },
  { words: ['no', 'never', 'nobody', 'nothing', 'none', 'not'], action: 'shake-head', note: 'a no' },
  { words: ['i', 'me', 'my', 'myself', 'mine'], action: 'self', note: 'who speaks' },
  { words: ['you', 'your', 'yours'], action: 'hand-out', note: 'who is spoken to' },
  { words: ['big', 'huge', 'large', 'wide', 'enormous', 'giant', 'great', 'bulge'], action: 'so-big', both: true, note: 'a size' },
  { words: ['small', 'tiny', 'little', 'bit'], action: 'tiny', note: 'a small size' },
  { words: ['two', 'three', 'four', 'five', 'first', 'second', 'third', 'number', 'count'], action: 'count', note: 'a number' },
  { words: ['up', 'above', 'sky', 'high', 'moon', 'sun', 'top'], action: 'point-up', note: 'what is above' },
  { words: ['down', 'below', 'under', 'floor', 'ground', 'bottom'], action: 'point-down', note: 'what is below' },
  { words: ['this', 'here', 'these', 'look', 'see', 'show'], action: 'present', note: 'what is shown' },
  { words: ['there', 'that', 'those', 'far', 'away'], action: 'point', note: 'what is over there' },
  { words: ['why', 'maybe', 'perhaps', 'know', 'idea', 'wonder', 'unsure'], action: 'shrug', both: true, note: 'not to know' },
  { words: ['think', 'thought', 'suppose', 'remember'], action: 'think', note: 'a thought' },
  { words: ['or', 'either', 'between', 'choose', 'compare', 'versus', 'hand'], action: 'compare', both: true, note: 'two sides' },
  { words: ['stop', 'wait', 'hold'], action: 'stop', note: 'a stop' },
  { words: ['all', 'every', 'everyone', 'everybody', 'whole', 'together'], action: 'explain', both: true, note: 'all of it' },
];

/** Feelings by what is said, the strongest of a line wins; bad news goes before good, so that nobody grins under it. */
export const FEELING_WORDS: readonly Meaning[] = [
  { words: ['stolen', 'lost', 'broken', 'gone', 'missing', 'danger', 'afraid', 'fear', 'help', 'careful', 'problem', 'wrong'], face: 'worried', note: 'bad news' },
  { words: ['died', 'dead', 'sorry', 'sad', 'alone', 'miss', 'goodbye', 'unfortunately'], face: 'sad', note: 'sad news' },
  { words: ['hate', 'stupid', 'enough', 'annoying', 'again'], face: 'annoyed', note: 'annoyance' },
  { words: ['great', 'wonderful', 'love', 'happy', 'thanks', 'thank', 'perfect', 'hooray', 'yay', 'brilliant', 'well done'], face: 'joyful', note: 'good news' },
  { words: ['ha', 'haha', 'funny', 'joke', 'tummies', 'silly'], face: 'laughing', note: 'something funny' },
  { words: ['proud', 'did it', 'won', 'invented', 'best'], face: 'proud', note: 'pride' },
  { words: ['think', 'wonder', 'perhaps', 'maybe', 'hmm'], face: 'thinking', note: 'a thought' },
];

/** A word as it is looked up: small letters, without marks, and without the s of several. */
export const plainWord = (text: string): string =>
  text
    .toLowerCase()
    .normalize('NFKC')
    .replace(/[^\p{L}\p{N}']/gu, '');
export const meansWord = (said: string, word: string): boolean => said === word || said === `${word}s` || said === `${word}es`;
