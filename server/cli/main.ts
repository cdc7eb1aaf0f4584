import { Command, CommanderError } from 'commander';
import { Failure, sentenceOf } from '#core/document/failure';
import { benchCommand } from './bench.ts';
import { checkCommand } from './check.ts';
import { contactSheetCommand } from './contactSheet.ts';
import { mouthCommand } from './mouth.ts';
import { renderCommand } from './render.ts';
import { sayCommand, voicesCommand } from './voices.ts';
import { workerCommand } from './worker.ts';

/** `./kipzo COMMAND`: the same engine without a screen. Exit 0 done, 1 could not, 2 wrong usage. */
const program = new Command('kipzo').description('Kipzo without a screen').exitOverride().showHelpAfterError(false);
program.configureOutput({ writeErr: (text) => process.stderr.write(text) });
for (const command of [renderCommand, checkCommand, mouthCommand, voicesCommand, sayCommand, contactSheetCommand, benchCommand, workerCommand])
  program.addCommand(command().exitOverride());

try {
  await program.parseAsync(process.argv);
  process.exit(0);
} catch (thrown) {
  if (thrown instanceof CommanderError) process.exit(thrown.exitCode === 0 ? 0 : 2);
  process.stderr.write(`${sentenceOf(thrown)}\n`);
  if (!(thrown instanceof Failure) && process.env.KIPZO_DEBUG) console.error(thrown);
  process.exit(1);
}
