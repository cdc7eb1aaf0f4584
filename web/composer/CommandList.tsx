import { Command as Cmdk } from 'cmdk';
import { Keyboard, RotateCcw, Search } from 'lucide-react';
import { Dialog } from 'radix-ui';
import { useState } from 'react';
import { bindKeys, byKeys, keysFor, keysOf, restoreKeys, shownKeys, spokenKeys, useBoundKeys } from '../state/boundKeys.ts';
import { useView, view } from '../state/view.ts';
import { COMMAND_GROUPS, type Command } from './commands/command.ts';
import { COMMANDS, FIXED_KEYS } from './commands/index.ts';
import type { PlacedScene } from './film.ts';
import { usePlace } from './shortcuts.ts';

/** Everything that can be done, in one field: found by its name, done with Enter, its keys chosen here. */
export function CommandList({ scene }: { scene: PlacedScene }) {
  const open = useView((state) => state.help);
  return (
    <Dialog.Root open={open} onOpenChange={(help) => view({ help })}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-[60] bg-deep/40" />
        <Dialog.Content
          aria-describedby={undefined}
          className="raised fixed top-[9vh] left-1/2 z-[61] flex max-h-[78vh] w-[620px] max-w-[calc(100vw-24px)] -translate-x-1/2 flex-col overflow-hidden rounded-[12px] border border-line bg-paper !outline-none"
          // Esc leaves the choosing of keys first.
          onEscapeKeyDown={(event) => document.querySelector('[data-key-catch]') && event.preventDefault()}
          data-commands
        >
          <Dialog.Title className="sr-only">All commands and their keys</Dialog.Title>
          <List scene={scene} />
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

/** How well a command is what somebody looks for, 0 to 1: every word must begin a word of its name, or be said of it. */
export function likeness(search: string, name: string, others: string): number {
  const words = search.toLowerCase().split(/\s+/).filter(Boolean);
  const [title, rest] = [name.toLowerCase(), others.toLowerCase()];
  if (title.startsWith(words.join(' '))) return 1;
  let least = 1;
  for (const word of words) {
    const found = ` ${title}`.includes(` ${word}`) ? 0.9 : title.includes(word) ? 0.6 : ` ${rest}`.includes(` ${word}`) ? 0.5 : 0;
    least = Math.min(least, found);
  }
  return least;
}

function List({ scene }: { scene: PlacedScene }) {
  const place = usePlace(scene);
  const changed = useBoundKeys((state) => state.changed);
  const [find, setFind] = useState('');
  const [active, setActive] = useState('');
  const [choosing, setChoosing] = useState<string>();
  const at = place();
  const give = (command: Command): void => {
    view({ help: false });
    // What the command opens must not be closed with the list, and finds the focus where it was.
    setTimeout(() => {
      const now = place();
      if (now && (command.ready?.(now) ?? true)) command.run(now);
    });
  };
  const count = Object.keys(changed).length;
  return (
    <Cmdk
      label="Commands"
      loop
      filter={(_, search, [name = '', ...others] = []) => likeness(search, name, others.join(' '))}
      value={active}
      onValueChange={setActive}
      className="flex min-h-0 flex-1 flex-col"
      onKeyDown={(event) => {
        if (choosing !== undefined) return;
        if (event.altKey && event.key === 'Enter') {
          event.preventDefault();
          const command = COMMANDS.find(({ id }) => id === active);
          if (command && !command.fixed) setChoosing(command.id);
        }
      }}
    >
      <div className="flex h-12 shrink-0 items-center gap-2.5 border-b border-line px-4">
        <Search size={16} strokeWidth={1.7} className="shrink-0 text-ink-2" />
        <Cmdk.Input
          value={find}
          onValueChange={setFind}
          placeholder="What do you want to do?"
          className="h-full min-w-0 flex-1 bg-transparent text-[15px] !shadow-none !outline-none placeholder:text-ink-3"
        />
        {count > 0 && (
          <button type="button" className="flex items-center gap-1.5 rounded-[6px] px-2 py-1 text-[12px] text-ink-2 hover:bg-well" onClick={() => restoreKeys()}>
            <RotateCcw size={12} /> All keys as they came
          </button>
        )}
      </div>
      <Cmdk.List className="scrolls min-h-0 flex-1 overflow-y-auto px-2 pb-2 [scroll-padding-block:28px]">
        <Cmdk.Empty className="px-3 py-8 text-center text-[13px] text-ink-2">Nothing is called that. Try another word, such as “walk”, “cut” or “flip”.</Cmdk.Empty>
        {COMMAND_GROUPS.map((group) => (
          <Cmdk.Group
            key={group}
            heading={group}
            className="[&_[cmdk-group-heading]]:px-2.5 [&_[cmdk-group-heading]]:pt-3 [&_[cmdk-group-heading]]:pb-1 [&_[cmdk-group-heading]]:text-[11.5px] [&_[cmdk-group-heading]]:font-semibold [&_[cmdk-group-heading]]:text-ink-3"
          >
            {COMMANDS.filter((command) => command.group === group).map((command) => {
              const ready = at ? (command.ready?.(at) ?? true) : false;
              return (
                <Cmdk.Item
                  key={command.id}
                  value={command.id}
                  keywords={[command.name, command.also ?? '', group, ...keysFor(command, changed).map(spokenKeys)]}
                  onSelect={() => give(command)}
                  className="group/command flex h-8 cursor-pointer items-center gap-2 rounded-[7px] px-2.5 text-[13px] data-[selected=true]:bg-act-soft"
                  data-command={command.id}
                >
                  <span className={`min-w-0 flex-1 truncate ${ready ? '' : 'text-ink-3'}`}>{command.name}</span>
                  {keysFor(command, changed).map((keys) => (
                    <Caps key={keys} keys={keys} own={command.id in changed} />
                  ))}
                </Cmdk.Item>
              );
            })}
          </Cmdk.Group>
        ))}
      </Cmdk.List>
      <Foot command={COMMANDS.find(({ id }) => id === active)} choosing={choosing} onChoose={setChoosing} />
    </Cmdk>
  );
}

/** The keys of the command that is looked at, chosen here; below, those that are always the same. */
function Foot({ command, choosing, onChoose }: { command: Command | undefined; choosing: string | undefined; onChoose: (id: string | undefined) => void }) {
  return (
    <div className="shrink-0 border-t border-line px-4 py-2 text-[12px] text-ink-2">
      <div className="flex h-7 items-center gap-2">
        {command && choosing === command.id ? (
          <KeyCatch command={command} onEnd={() => onChoose(undefined)} />
        ) : (
          <>
            <span className="min-w-0 flex-1 truncate">{command ? command.name : 'Enter does it'}</span>
            {command && !command.fixed && (
              <button
                type="button"
                aria-label={`Choose keys for ${command.name}`}
                title="Alt+Enter"
                className="flex h-7 shrink-0 items-center gap-1.5 rounded-[6px] px-2 font-semibold text-ink hover:bg-well"
                onClick={() => onChoose(command.id)}
              >
                <Keyboard size={14} strokeWidth={1.7} /> Choose keys
              </button>
            )}
          </>
        )}
      </div>
      <details className="mt-1">
        <summary className="cursor-pointer rounded-sm">Keys that are always the same</summary>
        <dl className="m-0 mt-2 grid grid-cols-[150px_1fr] gap-x-4 gap-y-1">
          {FIXED_KEYS.map(([keys, what]) => (
            <div key={keys} className="contents">
              <dt className="font-semibold text-ink">{keys}</dt>
              <dd className="m-0">{what}</dd>
            </div>
          ))}
        </dl>
      </details>
    </div>
  );
}

const Caps = ({ keys, own = false }: { keys: string; own?: boolean }) => (
  <span className="flex shrink-0 gap-0.5" data-keys={keys}>
    {shownKeys(keys).map((part) => (
      <kbd
        key={part}
        className={`min-w-5 rounded-[5px] border px-1 text-center font-sans text-[11px] leading-[18px] font-[600] ${own ? 'border-act bg-act-soft text-act' : 'border-line bg-bench text-ink-2'}`}
      >
        {part}
      </kbd>
    ))}
  </span>
);

/** Waits for the keys that a command shall have; says whose they are, and takes them when they are pressed again. */
function KeyCatch({ command, onEnd }: { command: Command; onEnd: () => void }) {
  const [wanted, setWanted] = useState<string>();
  const other = wanted === undefined ? undefined : byKeys(COMMANDS, useBoundKeys.getState().changed).get(wanted);
  return (
    <button
      type="button"
      ref={(element) => element?.focus()}
      aria-label={`Press the keys for ${command.name}`}
      className="flex h-6 max-w-[340px] items-center gap-1.5 truncate rounded-[6px] border border-ink bg-paper px-2 text-[12px]"
      data-key-catch
      onBlur={onEnd}
      onClick={(event) => event.stopPropagation()}
      onKeyDown={(event) => {
        event.preventDefault();
        event.stopPropagation();
        if (event.key === 'Escape') return onEnd();
        if (event.key === 'Backspace' || event.key === 'Delete') {
          bindKeys(COMMANDS, command.id, undefined);
          return onEnd();
        }
        const keys = keysOf(event.nativeEvent);
        if (keys === undefined || keys === 'Tab') return;
        const taken = byKeys(COMMANDS, useBoundKeys.getState().changed).get(keys);
        if (taken?.fixed || (taken && taken.id !== command.id && wanted !== keys)) return setWanted(keys);
        bindKeys(COMMANDS, command.id, keys);
        onEnd();
      }}
    >
      {wanted && other ? (
        <>
          <Caps keys={wanted} />
          <span className="truncate">{other.fixed ? `always mean “${other.name}”. Press others` : `mean “${other.name}”. Press them again to take them`}</span>
        </>
      ) : (
        'Press the keys. Del: none, Esc: as they were'
      )}
    </button>
  );
}
