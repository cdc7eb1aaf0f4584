import { execa } from 'execa';
import { type Failure, failure } from '#core/document/failure';

export interface RunOptions {
  readonly input?: Uint8Array | string;
  /** Seconds after which the program is stopped. */
  readonly limit?: number;
  /** Most bytes that it may print. */
  readonly most?: number;
  /** Most bytes of address space: a decoder bomb dies instead of the server. */
  readonly memory?: number;
  /** Stops the program. */
  readonly signal?: AbortSignal | undefined;
  /** Told of each row of what it prints, as it prints it. */
  readonly onRow?: (row: string) => void;
}

export interface Ran {
  readonly failed: boolean;
  /** It was stopped because it took longer than its limit. */
  readonly timedOut: boolean;
  readonly stdout: Buffer;
  readonly stderr: string;
}

/** Programs by the Debian package that brings them. */
const PACKAGES: Readonly<Record<string, string>> = { ffmpeg: 'ffmpeg', ffprobe: 'ffmpeg', flite: 'flite', festival: 'festival', 'espeak-ng': 'espeak-ng', sox: 'sox' };

/** What is said where a program is not there: which, and how it comes back. */
export const missingProgram = (program: string): Failure =>
  failure('program-missing', `The program ${program} is missing on this computer. Install it (apt-get install ${PACKAGES[program] ?? program}) and try again.`, 503);

/**
 * Runs a media or speech program with limits on time and memory.
 * @throws Failure `program-missing` where it is not installed, `cancelled` where the signal stopped it.
 */
export async function tryProgram(
  program: string,
  args: readonly string[],
  { input, limit = 60, most = 64 * 2 ** 20, memory = 2 ** 32, signal, onRow }: RunOptions = {},
): Promise<Ran> {
  signal?.throwIfAborted();
  // prlimit (util-linux) caps the address space.
  const running = execa('prlimit', [`--as=${memory}`, '--core=0', program, ...args], {
    encoding: 'buffer',
    reject: false,
    timeout: limit * 1000,
    maxBuffer: most,
    stripFinalNewline: false,
    ...(signal ? { cancelSignal: signal } : {}),
    ...(input === undefined ? { stdin: 'ignore' as const } : { input }),
  });
  if (onRow) {
    let rest = '';
    running.stdout.on('data', (piece: Buffer) => {
      const rows = (rest + piece.toString('utf8')).split('\n');
      rest = rows.pop() ?? '';
      for (const row of rows) onRow(row);
    });
  }
  const result = await running;
  if (signal?.aborted) throw failure('cancelled', 'This was stopped.', 499);
  const stderr = Buffer.from((result.stderr as Uint8Array | undefined) ?? []).toString('utf8');
  // prlimit ends with 127, env's and the shell's number for a program that is not there.
  if (result.exitCode === 127 || /failed to execute/.test(stderr)) throw missingProgram(program);
  return { failed: result.failed, timedOut: result.timedOut, stdout: Buffer.from((result.stdout as Uint8Array | undefined) ?? []), stderr };
}

/** The same; throws a Failure with `sentence` where it fails. */
export async function runProgram(program: string, args: readonly string[], sentence: string, options: RunOptions = {}): Promise<{ stdout: Buffer; stderr: string }> {
  const ran = await tryProgram(program, args, options);
  if (ran.failed) throw failure('program-failed', sentence);
  return ran;
}
