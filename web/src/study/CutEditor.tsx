import type { Edit, StudyView } from '../lib/api';
import type { StudyActions } from './useStudy';

/** A cut's words, its line, and where it is. */
export function CutEditor({
  edit,
  view,
  actions,
  close,
}: {
  edit: Edit;
  view: StudyView;
  actions: StudyActions;
  close: () => void;
}) {
  const index = Number(/\[(\d+)\]/.exec(edit.path)?.[1] ?? 0);
  const finish = view.study.finish?.cuts?.[index] ?? {};
  return (
    <form
      aria-label="The cut"
      className="popover absolute right-4 bottom-4 flex w-80 flex-col gap-3 p-4"
      onSubmit={(event) => {
        event.preventDefault();
        const form = new FormData(event.currentTarget);
        const words = String(form.get('words') ?? '').trim();
        const next: Record<string, unknown> = { ...finish, across: form.get('across') === 'on' };
        if (words) next.words = words;
        else delete next.words;
        close();
        actions.change(edit.path, next);
      }}
      onKeyDown={(event) => {
        if (event.key === 'Escape') close();
      }}
    >
      <label className="flex flex-col gap-1">
        <span className="text-quiet">Words of your own; none for the reading</span>
        <input name="words" className="field" autoFocus defaultValue={finish.words ?? ''} maxLength={200} />
      </label>
      <label className="flex items-center gap-2">
        <input type="checkbox" name="across" className="accent-(--accent)" defaultChecked={finish.across ?? false} />
        Line right across
      </label>
      <div className="flex gap-2">
        <button type="submit" className="button primary">
          Set
        </button>
        {finish.moved?.length ? (
          <button
            type="button"
            className="button"
            onClick={() => {
              close();
              actions.change(`${edit.path}.moved`, []);
            }}
          >
            Back to its place
          </button>
        ) : null}
        <button
          type="button"
          className="button"
          onClick={() => {
            close();
            actions.change(edit.drop ?? '', null);
          }}
        >
          Drop the cut
        </button>
      </div>
    </form>
  );
}
