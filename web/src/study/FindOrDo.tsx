import { useQuery } from '@tanstack/react-query';
import { Command } from 'cmdk';
import { Dialog } from 'radix-ui';
import { useState } from 'react';
import { findings } from '../guide/findings';
import { keysPage, loadPages, openGuide } from '../guide/useGuide';
import { announce } from '../lib/announce';
import { api, type StudyView } from '../lib/api';
import { go } from '../lib/router';
import { toggleTheme } from '../lib/theme';
import { type Finding, found } from './find';
import type { StudyActions } from './useStudy';

type Props = {
  open: boolean;
  setOpen: (on: boolean) => void;
  view: StudyView;
  actions: StudyActions;
  openWord: (path: string | null) => void;
  /** Chooses the rows of a part or a group. */
  choose: (rows: number[]) => void;
  copy: () => void;
};

const tiny = { width: 24, height: 24 };
const most = 60;

/** Search and do: words of the sentence, forms, parts, columns, settings, studies, and everything that has no place of its own. */
export function FindOrDo({ open, setOpen, view, actions, openWord, choose, copy }: Props) {
  const [query, setQuery] = useState('');
  const strip = useQuery({ queryKey: ['strip', view.id, view.revision], queryFn: () => api.strip(view.id, tiny), enabled: open });
  const table = useQuery({ queryKey: ['table', view.tableId], queryFn: () => api.table(view.tableId), enabled: open });
  const studies = useQuery({ queryKey: ['studies', 'names'], queryFn: () => api.studies(tiny), enabled: open });
  const tables = useQuery({ queryKey: ['tables'], queryFn: api.tables, enabled: open });
  const guide = useQuery({ queryKey: ['guide'], queryFn: loadPages, enabled: open, staleTime: Number.POSITIVE_INFINITY });
  const later = (path: string) => () => {
    setTimeout(() => openWord(path));
  };
  const entries: Finding[] = [
    ...view.statement
      .flatMap((phrase) => phrase.tokens)
      .filter((token) => token.path)
      .map((token) => ({
        id: `word:${token.path}`,
        name: `Change “${token.text}”`,
        detail: token.ask ?? undefined,
        act: later(token.path ?? ''),
      })),
    ...doings(view, actions, later, copy),
    ...(strip.data ?? []).map((item) => ({
      id: `form:${item.form}-${item.shape}`,
      name: `${item.name}: draw it so`,
      also: item.also,
      act: () => actions.shape(item.form, item.shape),
    })),
    ...view.offers.map((offer) => ({
      id: `clause:${offer.path}`,
      name: `Add: ${offer.text}`,
      detail: offer.detail ?? undefined,
      act: () => actions.change(offer.path, offer.value, offer.drop),
    })),
    ...view.answers.map((answer) => ({
      id: 'answer',
      name: answer.text,
      act: () => actions.shape(answer.form, answer.shape),
    })),
    ...view.settings.flatMap((setting) =>
      setting.choices.length
        ? setting.choices
            .filter((choice) => !choice.chosen)
            .map((choice) => ({
              id: `setting:${setting.path}`,
              name: `${setting.name}: ${choice.text}`,
              act: () => actions.change(setting.path, choice.value),
            }))
        : [{ id: `setting:${setting.path}`, name: `Change the ${setting.name}`, act: later('finish') }],
    ),
    ...named(view).map(({ name, rows }) => ({ id: 'part', name, detail: 'in the figure', act: () => choose(rows) })),
    ...(table.data?.columns ?? []).map((column) => ({
      id: 'column',
      name: `Divide by ${column.name}`,
      detail: 'a column of the table',
      act: () => actions.change('parts', { column: column.name }),
    })),
    ...(studies.data ?? [])
      .filter((study) => study.id !== view.id)
      .map((study) => ({
        id: 'study',
        name: study.name ?? study.title,
        detail: 'a study',
        act: () => go(`/studies/${study.id}`),
      })),
    ...(tables.data ?? []).map((known) => ({
      id: 'table',
      name: known.name,
      detail: 'a table',
      act: () => go(`/tables/${known.id}`),
    })),
    ...(guide.data ? findings(guide.data) : []),
  ];
  const shown = found(entries, query).slice(0, most);
  return (
    <Dialog.Root
      open={open}
      onOpenChange={(on) => {
        setQuery('');
        setOpen(on);
      }}
    >
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-black/40" />
        <Dialog.Content className="popover dialog fixed left-1/2 w-[520px] -translate-x-1/2" aria-describedby={undefined}>
          <Dialog.Title className="sr-only">Find or do</Dialog.Title>
          <Command label="Find or do" shouldFilter={false}>
            <Command.Input
              value={query}
              onValueChange={setQuery}
              placeholder="Find a part or a word, or do something"
              className="w-full border-b-2 border-hairline bg-transparent px-4 py-3 outline-none focus:border-accent"
            />
            <Command.List className="max-h-80 overflow-auto py-1">
              <Command.Empty className="px-4 py-3 text-quiet">Nothing of that name</Command.Empty>
              {shown.map((entry, at) => (
                <Command.Item
                  // biome-ignore lint/suspicious/noArrayIndexKey: two things may have one name
                  key={`${entry.id} ${entry.name} ${at}`}
                  value={`${at} ${entry.id} ${entry.name}`}
                  onSelect={() => {
                    setQuery('');
                    setOpen(false);
                    entry.act();
                  }}
                  className="cursor-pointer px-4 py-1.5 data-[selected=true]:bg-wash"
                >
                  {entry.name} {entry.detail ? <span className="text-quiet">{entry.detail}</span> : null}
                </Command.Item>
              ))}
            </Command.List>
          </Command>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

/** What has no place of its own in the sentence or the figure. */
function doings(view: StudyView, actions: StudyActions, later: (path: string) => () => void, copy: () => void): Finding[] {
  const remove = () =>
    api.removeStudy(view.id).then(
      () => {
        announce(`${view.title} is taken away. It can be brought back below the list of studies`);
        go('/');
      },
      (fault: Error) => actions.say(fault.message),
    );
  return [
    { id: 'do:clause', name: 'Add a clause', detail: 'only some rows, within, fold, cut, compare', act: later('+') },
    { id: 'do:finish', name: 'Finish', detail: 'labels, colours, axes, print', act: later('finish') },
    { id: 'do:hand-over', name: 'Hand over', detail: 'pictures, pages, slides, workbooks', act: later('hand-over') },
    { id: 'do:swap', name: 'Let parts and groups change places', act: actions.swap },
    {
      id: 'do:changes',
      name: 'What changed: a bridge from an earlier time or another table',
      act: later('changes'),
    },
    { id: 'do:again', name: 'Repeat this study on another table or other columns', act: later('lay-on') },
    { id: 'do:copy', name: 'Copy this study', act: copy },
    { id: 'do:remove', name: 'Remove this study', act: remove },
    { id: 'do:undo', name: 'Undo', act: actions.undo },
    { id: 'do:redo', name: 'Redo', act: actions.redo },
    { id: 'do:table', name: 'Open the table', act: () => go(`/tables/${view.tableId}`) },
    { id: 'do:prepare', name: 'Prepare the table', detail: 'on its page', act: () => go(`/tables/${view.tableId}`) },
    { id: 'do:briefings', name: 'Briefings', detail: 'several studies on one page', act: () => go('/briefings') },
    { id: 'do:theme', name: 'Light or dark', act: toggleTheme },
    { id: 'do:keys', name: 'List of keys', act: () => openGuide({ page: keysPage }) },
  ];
}

/** The parts and groups that the figure draws, with their rows. */
function named(view: StudyView): { name: string; rows: number[] }[] {
  const rows = new Map<string, Set<number>>();
  for (const mark of view.figure?.marks ?? []) {
    if (mark.role !== 'bar' || (mark.row ?? -1) < 0) continue;
    for (const name of [mark.part, mark.group]) {
      if (!name || name.startsWith('\u0001')) continue;
      rows.set(name, (rows.get(name) ?? new Set()).add(mark.row ?? 0));
    }
  }
  return [...rows].map(([name, of]) => ({ name, rows: [...of] }));
}
