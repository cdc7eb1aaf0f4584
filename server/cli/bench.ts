import { Command } from 'commander';
import { failure } from '#core/document/failure';
import { yardstick } from '../../bench/yardstick.ts';

const BENCHES: Readonly<
  Record<string, () => Promise<(options: { json: boolean; frames?: number; size?: string; preset?: string; tuning?: boolean; part?: string; count?: number }) => Promise<unknown>>>
> = {
  speech: async () => {
    const { benchSpeech } = await import('../../bench/speech/bench.ts');
    return async ({ tuning }) => benchSpeech({ tuning: tuning ?? false });
  },
  render: async () => (await import('../../bench/render/bench.ts')).benchRender,
  figure: async () => (await import('../../bench/figure/bench.ts')).benchFigure,
  composer: async () => (await import('../../bench/composer/bench.ts')).benchComposer,
  picture: async () => (await import('../../bench/picture/bench.ts')).benchPicture,
  saving: async () => (await import('../../bench/saving/bench.ts')).benchSaving,
};

/** Benchmarks: ratios within one run, as a table and as JSON. */
export const benchCommand = (): Command =>
  new Command('bench')
    .description('Measures Kipzo on this machine')
    .argument('[name]', Object.keys(BENCHES).join(', '))
    .option('--json', 'as JSON')
    .option('--frames <n>', 'frames of each scene', Number)
    .option('--size <WxH>', 'size of the picture')
    .option('--preset <preset>', 'encoder preset')
    .option(
      '--part <part>',
      'saving: kills, requests, load or typing alone; render: one set alone; composer: editing, four or effects alone; picture: lifting, mending or marks alone',
    )
    .option('--count <n>', 'saving, picture: how many of them', Number)
    .option('--tuning', 'speech: the half that may be tuned on')
    .action(async (name: string | undefined, options) => {
      // Two hundred kills are asked for by name.
      const names = name ? [name] : Object.keys(BENCHES).filter((one) => one !== 'saving');
      for (const each of names) {
        const load = BENCHES[each];
        if (!load) throw failure('no-bench', `There is no benchmark called “${each}”. Choose one of ${Object.keys(BENCHES).join(', ')}.`);
        const before = yardstick();
        const measured = (await (await load())(options)) as object;
        const result = { yardstickMs: [before, yardstick()], ...measured };
        if (options.json) console.log(JSON.stringify(result));
        else {
          console.log(each);
          console.dir(result, { depth: 6 });
        }
      }
    });
