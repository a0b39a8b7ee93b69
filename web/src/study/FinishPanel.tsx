import { Popover } from 'radix-ui';
import type { Setting, StudyView } from '../lib/api';
import type { StudyActions } from './useStudy';

/** The looks of the figure, each setting with its choices, as the study's form has them. */
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
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger className="word cursor-pointer text-[13px]">Finish</Popover.Trigger>
      <Popover.Portal>
        <Popover.Content className="popover w-96 px-4 py-3" align="end" side="top" sideOffset={6} aria-label="Finish">
          {view.settings.map((setting) =>
            setting.text !== null && setting.text !== undefined ? (
              <TextSetting key={setting.path + setting.text} setting={setting} actions={actions} />
            ) : (
              <fieldset key={setting.path} className="mb-2 border-0 p-0 last:mb-0">
                <legend className="text-[12px] text-quiet">{setting.name}</legend>
                <span className="flex flex-wrap gap-x-4 gap-y-0.5">
                  {setting.choices.map((choice) => (
                    <label key={choice.text} className="flex cursor-pointer items-center gap-1.5">
                      <input
                        type="radio"
                        name={setting.path}
                        className="accent-(--accent)"
                        checked={choice.chosen}
                        onChange={() => actions.change(setting.path, choice.value)}
                      />
                      {choice.text}
                    </label>
                  ))}
                </span>
              </fieldset>
            ),
          )}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

/** A text of the figure; what stands there by itself is shown in its place, and what the table brings is offered. */
function TextSetting({ setting, actions }: { setting: Setting; actions: StudyActions }) {
  const set = (text: string) => {
    if (text.trim() !== setting.text) actions.change(setting.path, text.trim() || null);
  };
  return (
    <form
      className="mb-2"
      onSubmit={(event) => {
        event.preventDefault();
        set(String(new FormData(event.currentTarget).get('text') ?? ''));
      }}
    >
      <label className="flex flex-col">
        <span className="text-[12px] text-quiet">{setting.name}</span>
        <input
          name="text"
          className="field"
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
