import { Popover } from 'radix-ui';
import type { StudyView } from '../lib/api';
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
          {view.settings.map((setting) => (
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
          ))}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
