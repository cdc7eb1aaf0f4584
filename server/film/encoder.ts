import { execFileSync } from 'node:child_process';
import { missingProgram } from '../speech/run.ts';

let encoder: string | undefined;
/** What the encoder says of itself, in a line. Throws where there is none. */
export function encoderVersion(): string {
  try {
    encoder ??= execFileSync('ffmpeg', ['-version']).toString().split('\n')[0] ?? '';
  } catch {
    throw missingProgram('ffmpeg');
  }
  return encoder;
}
