import { closing } from './closing';
import type { StudyActions } from './useStudy';

/** Where the amount axis ends, said at the axis; the form's own end can be had again. */
export function AxisEnd({
  left,
  top,
  goesOn,
  now,
  actions,
  close,
}: {
  /** Where the number stands, in percent of the sheet. */
  left: number;
  top: number;
  /** Where the focus goes afterwards. */
  goesOn: string;
  now: number | undefined;
  actions: StudyActions;
  close: () => void;
}) {
  const set = (end: number | null) => {
    close();
    actions.change('finish.amountEnd', end);
  };
  return (
    <form
      aria-label="End of the axis"
      data-goes-on={goesOn}
      className="popover absolute z-10 w-[212px] -translate-y-full p-3 text-[13px]"
      style={{ left: `min(${left}%, calc(100% - 220px))`, top: `max(${top}%, 120px)` }}
      onSubmit={(event) => {
        event.preventDefault();
        const end = Number(String(new FormData(event.currentTarget).get('end') ?? '').replace(',', '.'));
        if (end > 0) set(end);
        else actions.say('An axis ends at a number above 0.');
      }}
      {...closing(close)}
    >
      <label className="flex flex-col">
        <span className="text-[12px] text-quiet">The axis ends at</span>
        <input name="end" inputMode="decimal" className="field" defaultValue={now ?? ''} autoFocus />
      </label>
      <span className="mt-2 flex items-baseline gap-4">
        <button type="submit" className="button">
          Set
        </button>
        {now === undefined ? null : (
          <button type="button" className="word cursor-pointer text-[12px] text-accent" onClick={() => set(null)}>
            where the form ends it
          </button>
        )}
      </span>
    </form>
  );
}
