import { useQuery } from '@tanstack/react-query';
import { Popover, Tabs } from 'radix-ui';
import { api, type Setting, type StudyView } from '../lib/api';
import { paint } from '../lib/paint';
import { ColourSets } from './ColourSets';
import { cutsOf, FinishCuts, FinishParts, partsOf } from './FinishParts';
import { NumbersHere } from './NumbersHere';
import type { StudyActions } from './useStudy';
import { WordsHere } from './WordsHere';

const palettePath = 'finish.palette';
const ownPath = 'finish.ownColours';

/** What stands in the figure itself, and is reached there, too. */
const partsSection = 'parts';
const cutsSection = 'cuts';

/** A section as part of an id: without spaces. */
const idOf = (section: string) => section.replaceAll(' ', '-');

const isShown = (setting: Setting) => setting.choices.some((choice) => choice.text === 'shown');

/** The looks of the figure, section by section, as the study's form has them. */
export function FinishPanel({
  view,
  actions,
  open,
  setOpen,
}: {
  view: StudyView;
  actions: StudyActions;
  open: boolean;
  setOpen: (on: boolean) => void;
}) {
  const size = { width: view.figure?.width ?? 960, height: view.figure?.height ?? 600 };
  // Which settings do something is found by trying them: while that is looked for, all are there.
  const acting = useQuery({
    queryKey: ['settings', view.id, view.revision, size],
    queryFn: ({ signal }) => api.settings(view.id, size, signal),
    enabled: open,
  });
  // Where there is no room beside the figure, it stands at the top of the window.
  const isNarrow = window.innerWidth < 900 || window.innerHeight < 600;
  const settings = acting.data?.settings ?? view.settings;
  const idle = acting.data?.idle ?? [];
  const inFigure = [...(partsOf(view).length ? [partsSection] : []), ...(cutsOf(view).length ? [cutsSection] : [])];
  const sections = [...new Set(settings.map((setting) => setting.section ?? 'form')), ...inFigure];
  const reset = (paths: string[]) => {
    for (const path of paths) actions.change(path, null);
  };
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger className="word cursor-pointer text-[13px]">Finish</Popover.Trigger>
      {isNarrow ? <Popover.Anchor className="fixed inset-x-3 top-0 h-0" /> : null}
      <Popover.Portal>
        <Popover.Content
          data-guide="5-finish"
          className="popover w-[500px]"
          align="end"
          side={isNarrow ? 'bottom' : 'right'}
          sideOffset={isNarrow ? 8 : 16}
          collisionPadding={12}
          aria-label="Finish"
        >
          <Tabs.Root defaultValue={idOf(sections.includes('labels') ? 'labels' : (sections[0] ?? ''))}>
            <Tabs.List
              aria-label="Sections"
              className="sticky top-0 z-10 flex flex-wrap gap-x-3 border-b border-hairline bg-sheet px-4 text-[13px] whitespace-nowrap"
            >
              {sections.map((section) => (
                <Tabs.Trigger
                  key={section}
                  value={idOf(section)}
                  className={
                    '-mb-px cursor-pointer border-b-2 border-transparent py-2 text-quiet ' +
                    'first-letter:uppercase data-[state=active]:border-accent data-[state=active]:text-ink'
                  }
                >
                  {section}
                </Tabs.Trigger>
              ))}
            </Tabs.List>
            {sections.map((section) => {
              const own = settings.filter((setting) => (setting.section ?? 'form') === section);
              const differing = own.filter((setting) => setting.differs);
              return (
                <Tabs.Content
                  key={section}
                  value={idOf(section)}
                  className="px-4 py-3 min-[600px]:max-h-[420px] min-[600px]:overflow-y-auto"
                >
                  {differing.length ? (
                    <p className="mb-2 flex flex-wrap items-baseline gap-x-3 border-b border-hairline pb-2 text-[12px] text-quiet">
                      Changed here: {differing.map((setting) => setting.name).join(', ')}
                      <button
                        type="button"
                        className="word cursor-pointer text-accent"
                        onClick={() => reset(differing.map((setting) => setting.path))}
                      >
                        as it was
                      </button>
                    </p>
                  ) : null}
                  {own.some(isShown) ? <Shown settings={own.filter(isShown)} actions={actions} /> : null}
                  {own
                    .filter((setting) => !isShown(setting))
                    .map((setting) =>
                      setting.path === palettePath ? (
                        <Colours key={setting.path} setting={setting} view={view} actions={actions} />
                      ) : setting.text !== null && setting.text !== undefined ? (
                        <FilledIn key={setting.path + setting.text} setting={setting} actions={actions} />
                      ) : (
                        <Chosen key={setting.path} setting={setting} actions={actions} />
                      ),
                    )}
                  {section === partsSection ? <FinishParts view={view} actions={actions} /> : null}
                  {section === cutsSection ? <FinishCuts view={view} actions={actions} /> : null}
                  {section === 'words' ? <WordsHere view={view} actions={actions} /> : null}
                  {section === 'numbers' ? <NumbersHere view={view} actions={actions} /> : null}
                </Tabs.Content>
              );
            })}
          </Tabs.Root>
          {idle.length ? (
            <p className="border-t border-hairline px-4 py-2 text-[12px] text-quiet">
              Not listed, because they would change nothing in this figure: {idle.join(', ')}.
            </p>
          ) : null}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

/** The program's sets of colours, and those of one's own; one of either is taken. */
function Colours({ setting, view, actions }: { setting: Setting; view: StudyView; actions: StudyActions }) {
  const own = view.study.finish?.ownColours ?? [];
  const begin = setting.choices.find((choice) => choice.chosen)?.swatches?.map(paint) ?? [];
  // A form whose colours mean something keeps them.
  const mayHave = setting.choices.some((choice) => choice.swatches?.length);
  return (
    <>
      <Chosen
        setting={own.length ? { ...setting, choices: setting.choices.map((choice) => ({ ...choice, chosen: false })) } : setting}
        actions={actions}
        drop={own.length ? ownPath : null}
      />
      {mayHave ? <ColourSets now={own} begin={begin} take={(colours) => actions.change(ownPath, colours)} /> : null}
    </>
  );
}

/** Things that are shown or hidden, one by one, in one line. */
function Shown({ settings, actions }: { settings: Setting[]; actions: StudyActions }) {
  return (
    <span className="mb-2.5 flex flex-wrap gap-x-4 gap-y-0.5">
      {settings.map((setting) => (
        <label key={setting.path} className="flex cursor-pointer items-center gap-1.5">
          <input
            type="checkbox"
            className="shrink-0 accent-(--accent)"
            checked={setting.choices.some((choice) => choice.chosen && choice.value === true)}
            onChange={(event) => actions.change(setting.path, event.target.checked)}
          />
          {setting.name}
        </label>
      ))}
    </span>
  );
}

/** Takes out what was set, so that the form has its own way again. */
function Reset({ setting, actions }: { setting: Setting; actions: StudyActions }) {
  return setting.differs ? (
    <button
      type="button"
      className="word ml-2 cursor-pointer text-accent"
      aria-label={`Reset ${setting.name}`}
      onClick={() => actions.change(setting.path, null)}
    >
      reset
    </button>
  ) : null;
}

/** One of several; a set of colours is previewed on the figure's own parts. */
function Chosen({ setting, actions, drop }: { setting: Setting; actions: StudyActions; drop?: string | null }) {
  const swatches = setting.choices.some((choice) => choice.swatches?.length);
  return (
    <fieldset className="mb-2.5 border-0 p-0 last:mb-0">
      <legend className="text-[12px] text-quiet">
        {setting.name}
        <Reset setting={setting} actions={actions} />
      </legend>
      <span className={swatches ? 'grid grid-cols-2 gap-x-4 gap-y-1' : 'flex flex-wrap gap-x-4 gap-y-0.5'}>
        {setting.choices.map((choice) => (
          <label key={choice.text} className="flex cursor-pointer items-center gap-1.5">
            <input
              type="radio"
              name={setting.path}
              className="shrink-0 accent-(--accent)"
              checked={choice.chosen}
              onChange={() => actions.change(setting.path, choice.value, drop)}
            />
            {choice.text}
            {choice.swatches?.length ? (
              <span aria-hidden="true" className="ml-auto flex">
                {choice.swatches.map((colour, at) => (
                  // biome-ignore lint/suspicious/noArrayIndexKey: two parts may have one colour.
                  <span key={at} className="swatch h-3 w-2.5" style={{ background: paint(colour) }} />
                ))}
              </span>
            ) : null}
          </label>
        ))}
      </span>
      {setting.note ? <p className="mt-1 text-[12px] text-warn">{setting.note}</p> : null}
    </fieldset>
  );
}

/** A text, a number or a colour; what stands there by itself is shown in its place, and what the table brings is offered. */
function FilledIn({ setting, actions }: { setting: Setting; actions: StudyActions }) {
  const set = (text: string) => {
    if (text.trim() === setting.text) return;
    const number = Number(text.trim().replace(',', '.'));
    if (!text.trim()) actions.change(setting.path, null);
    else if (setting.kind === 'number') actions.change(setting.path, Number.isFinite(number) ? number : text);
    else if (setting.kind === 'percent')
      actions.change(setting.path, Number.isFinite(number) ? Number((number / 100).toFixed(8)) : text);
    else actions.change(setting.path, text.trim());
  };
  const short = setting.kind === 'number' || setting.kind === 'percent' || setting.kind === 'colour';
  return (
    <form
      className="mb-2.5"
      onSubmit={(event) => {
        event.preventDefault();
        set(String(new FormData(event.currentTarget).get('text') ?? ''));
      }}
    >
      <label className="flex flex-col">
        <span className="text-[12px] text-quiet">
          {setting.name}
          {setting.kind === 'percent' ? ', in percent' : ''}
        </span>
        <input
          name="text"
          type={setting.kind === 'colour' ? 'color' : 'text'}
          className={`field ${short ? 'w-44' : ''}`}
          defaultValue={setting.text ?? ''}
          placeholder={setting.otherwise ?? ''}
          onBlur={(event) => set(event.target.value)}
        />
      </label>
      {setting.suggestions
        ?.filter((text) => text !== setting.text)
        .map((text) => (
          <button
            key={text}
            type="button"
            className="word mt-1 block cursor-pointer text-left text-[12px] text-accent"
            onClick={() => set(text)}
          >
            “{text}”, as the table has it
          </button>
        ))}
    </form>
  );
}
