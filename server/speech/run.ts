import { execa } from 'execa';
import { failure } from '#core/document/failure';

export interface RunOptions {
  readonly input?: Uint8Array | string;
  /** Seconds after which the program is stopped. */
  readonly limit?: number;
  /** Most bytes that it may print. */
  readonly most?: number;
}

/**
 * Runs a media or speech program with limits on time and memory. Gives its output; throws a Failure with `sentence`
 * where it fails.
 */
export async function runProgram(
  program: string,
  args: readonly string[],
  sentence: string,
  { input, limit = 60, most = 64 * 2 ** 20 }: RunOptions = {},
): Promise<{ stdout: Buffer; stderr: string }> {
  // prlimit (util-linux) caps the address space: a decoder bomb dies instead of the server.
  const result = await execa('prlimit', ['--as=4294967296', '--core=0', program, ...args], {
    encoding: 'buffer',
    reject: false,
    timeout: limit * 1000,
    maxBuffer: most,
    stripFinalNewline: false,
    ...(input === undefined ? { stdin: 'ignore' as const } : { input }),
  });
  if (result.failed) throw failure('program-failed', sentence);
  return { stdout: Buffer.from(result.stdout as Uint8Array), stderr: Buffer.from(result.stderr as Uint8Array).toString('utf8') };
}
