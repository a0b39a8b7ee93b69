import { ArrowLeftRight, Plus, X } from 'lucide-react';
import { Popover } from 'radix-ui';
import { useRef } from 'react';
import type { StudyView, Token } from '../lib/api';
import { together } from '../lib/together';
import { AddClause } from './AddClause';
import { BandsEditor } from './BandsEditor';
import { withFocusAt } from './closing';
import { FilterEditor } from './FilterEditor';
import { type Level, LevelsEditor } from './LevelsEditor';
import type { StudyActions } from './useStudy';
import { NamesEditor, NumberEditor, OptionsEditor } from './WordEditors';

type Props = {
  view: StudyView;
  actions: StudyActions;
  open: string | null;
  /** Opens a word's choices, or closes them where they are still open. */
  setOpen: (what: string, on: boolean) => void;
};

/** The study as a sentence; every underlined word can be changed. */
export function StatementLine({ view, actions, open, setOpen }: Props) {
  const now = useRef(open);
  now.current = open;
  const elsewhere = (own: string) => () => now.current !== null && now.current !== own;
  return (
    <p className="font-serif text-[20px] leading-[1.5]" data-testid="statement">
      {view.statement.map((phrase) => (
        <span key={phrase.id} className="group">
          {phrase.tokens.map((token, at) =>
            token.control === 'swap' ? (
              <button
                key="swap"
                type="button"
                className="plain ml-1.5 inline-flex px-0 translate-y-[-2px] font-sans text-[13px] text-accent"
                title={token.ask ?? undefined}
                onClick={actions.swap}
              >
                <ArrowLeftRight size={12} /> {token.text}
              </button>
            ) : token.path && token.control ? (
              <Word
                key={token.path}
                token={token}
                view={view}
                actions={actions}
                open={open === token.path}
                setOpen={(on) => setOpen(token.path ?? '', on)}
                elsewhere={elsewhere(token.path)}
              />
            ) : (
              // biome-ignore lint/suspicious/noArrayIndexKey: plain text has nothing else to be told by
              <span key={at}>{together(token.text)}</span>
            ),
          )}
          {phrase.drop ? (
            <button
              type="button"
              className="cursor-pointer align-super text-[11px] text-quiet opacity-60 hover:text-fail hover:opacity-100"
              aria-label={`Drop “${phrase.text?.replace(/^[,.\s]+/, '')}”`}
              onClick={() => actions.change(phrase.drop ?? '', null)}
            >
              <X size={11} className="inline" />
            </button>
          ) : null}
        </span>
      ))}{' '}
      <Popover.Root open={open === '+'} onOpenChange={(on) => setOpen('+', on)}>
        <Popover.Trigger className="plain inline-flex translate-y-[-2px] font-sans text-[13px] text-accent">
          <Plus size={12} /> clause
        </Popover.Trigger>
        <Popover.Portal>
          <Popover.Content
            className="popover w-96"
            align="start"
            sideOffset={6}
            collisionPadding={12}
            aria-label="Add a clause"
            {...withFocusAt(elsewhere('+'))}
          >
            <AddClause view={view} actions={actions} close={() => setOpen('+', false)} />
          </Popover.Content>
        </Popover.Portal>
      </Popover.Root>
    </p>
  );
}

function Word({
  token,
  view,
  actions,
  open,
  setOpen,
  elsewhere,
}: {
  token: Token;
  view: StudyView;
  actions: StudyActions;
  open: boolean;
  setOpen: (on: boolean) => void;
  /** Whether something else is open now. */
  elsewhere: () => boolean;
}) {
  const path = token.path ?? '';
  const set = async (at: string, value: unknown) => {
    if (await actions.change(at, value)) setOpen(false);
  };
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger
        className={
          token.aside
            ? 'plain ml-1.5 inline-flex translate-y-[-2px] px-0 font-sans text-[13px] text-accent'
            : 'word cursor-pointer text-left'
        }
      >
        {together(token.text)}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          className="popover w-[440px]"
          align="start"
          sideOffset={6}
          collisionPadding={12}
          aria-label={token.ask ?? undefined}
          {...withFocusAt(elsewhere)}
        >
          <p className="border-b border-hairline px-4 py-2 text-[13px] text-quiet">{token.ask}</p>
          {token.control === 'options' ? <OptionsEditor study={view.id} revision={view.revision} path={path} set={set} /> : null}
          {token.control === 'percent' || token.control === 'number' ? (
            <NumberEditor percent={token.control === 'percent'} value={Number(token.value)} set={(value) => set(path, value)} />
          ) : null}
          {token.control === 'names' ? (
            <NamesEditor names={(token.value as string[] | null) ?? []} set={(names) => set(path, names)} />
          ) : null}
          {token.control === 'bands' ? (
            <BandsEditor
              path={path}
              value={token.value as { start: number; width: number; end?: number }}
              actions={actions}
              set={set}
            />
          ) : null}
          {token.control === 'levels' ? (
            <LevelsEditor levels={(token.value as Level[] | null) ?? []} set={(levels) => set(path, levels)} />
          ) : null}
          {token.control === 'labels' ? (
            <FilterEditor
              view={view}
              actions={actions}
              column={String((token.value as { column?: string } | null)?.column ?? '')}
              path={path}
            />
          ) : null}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
