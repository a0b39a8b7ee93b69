import { Command } from 'cmdk';
import { Dialog } from 'radix-ui';
import type { StudyView } from '../lib/api';
import { go } from '../lib/router';
import { toggleTheme } from '../lib/theme';
import type { StudyActions } from './useStudy';

type Props = {
  open: boolean;
  setOpen: (on: boolean) => void;
  view: StudyView;
  actions: StudyActions;
  openWord: (path: string | null) => void;
  copy: () => void;
  help: () => void;
};

/** Search and do: parts, changeable words, and everything that has no place of its own. */
export function FindOrDo({ open, setOpen, view, actions, openWord, copy, help }: Props) {
  const words = view.statement.flatMap((phrase) => phrase.tokens).filter((token) => token.path);
  const run = (act: () => void) => () => {
    setOpen(false);
    act();
  };
  const doings: [string, () => void][] = [
    ...view.settings.flatMap((setting) =>
      setting.choices
        .filter((choice) => !choice.chosen)
        .map((choice): [string, () => void] => [
          `${setting.name}: ${choice.text}`,
          () => actions.change(setting.path, choice.value),
        ]),
    ),
    ...view.offers.map((offer): [string, () => void] => [
      `Add a clause: ${offer.text}`,
      () => actions.change(offer.path, offer.value, offer.drop),
    ]),
    ...view.answers.map((answer): [string, () => void] => [answer.text, () => actions.shape(answer.form, answer.shape)]),
    ['The same again, on another table or other columns', () => openWord('lay-on')],
    ['Copy this study', copy],
    ['Undo', actions.undo],
    ['Redo', actions.redo],
    ['Finish', () => openWord('finish')],
    ['Hand over', () => openWord('hand-over')],
    ['Add a clause', () => openWord('+')],
    ['Open the table', () => go(`/tables/${view.tableId}`)],
    ['Light or dark', toggleTheme],
    ['List of keys', help],
  ];
  return (
    <Dialog.Root open={open} onOpenChange={setOpen}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-black/40" />
        <Dialog.Content className="popover fixed top-24 left-1/2 w-[520px] -translate-x-1/2" aria-describedby={undefined}>
          <Dialog.Title className="sr-only">Find or do</Dialog.Title>
          <Command label="Find or do">
            <Command.Input
              placeholder="Find a part or a word, or do something"
              className="w-full border-b border-hairline bg-transparent px-4 py-3 outline-none"
            />
            <Command.List className="max-h-80 overflow-auto py-1">
              <Command.Empty className="px-4 py-3 text-quiet">Nothing of that name</Command.Empty>
              {words.map((token) => (
                <Item key={token.path} onSelect={run(() => setTimeout(() => openWord(token.path ?? null)))}>
                  Change “{token.text}” <span className="text-quiet">{token.ask}</span>
                </Item>
              ))}
              {doings.map(([name, act]) => (
                <Item key={name} onSelect={run(act)}>
                  {name}
                </Item>
              ))}
            </Command.List>
          </Command>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

function Item({ children, onSelect }: { children: React.ReactNode; onSelect: () => void }) {
  return (
    <Command.Item onSelect={onSelect} className="cursor-pointer px-4 py-1.5 data-[selected=true]:bg-wash">
      {children}
    </Command.Item>
  );
}
