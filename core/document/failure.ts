/** Something that could not be done: a code for programs and a sentence for people that says what to do. */
export class Failure extends Error {
  readonly code: string;
  readonly status: number;
  constructor(code: string, sentence: string, status = 422) {
    super(sentence);
    this.name = 'Failure';
    this.code = code;
    this.status = status;
  }
}

export const failure = (code: string, sentence: string, status?: number): Failure => new Failure(code, sentence, status);

/** The sentence of any thrown thing. */
export const sentenceOf = (thrown: unknown): string => (thrown instanceof Error ? thrown.message : String(thrown));
