import type { Edit, StudyView } from '../lib/api';
import { stopSelector } from '../parts/useStops';
import { closing } from './closing';
import type { StudyActions } from './useStudy';

type Props = {
  edit: Edit;
  view: StudyView;
  actions: StudyActions;
  close: () => void;
};

/** Which of the cuts an edit is of. */
const indexOf = (edit: Edit) => Number(/\[(\d+)\]/.exec(edit.path)?.[1] ?? 0);

/** A cut's words, its line, and where it is, opened over the figure. */
export function CutEditor(props: Props) {
  return (
    <div
      className="popover absolute right-4 bottom-4 w-80 max-w-[calc(100%-2rem)]"
      data-goes-on={stopSelector(`cut-${indexOf(props.edit)}-words`)}
      {...closing(props.close)}
    >
      <CutFields {...props} focused />
    </div>
  );
}

/** The fields of a cut's looks. */
export function CutFields({
  edit,
  view,
  actions,
  close,
  name = 'The cut',
  focused = false,
}: Props & { name?: string; focused?: boolean }) {
  const finish = view.study.finish?.cuts?.[indexOf(edit)] ?? {};
  return (
    <form
      aria-label={name}
      className="flex flex-col gap-3 p-4"
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
    >
      <label className="flex flex-col gap-1">
        <span className="text-quiet">Words of your own; none for the reading</span>
        <input name="words" className="field" autoFocus={focused} defaultValue={finish.words ?? ''} maxLength={200} />
      </label>
      <label className="flex items-center gap-2">
        <input type="checkbox" name="across" className="accent-(--accent)" defaultChecked={finish.across ?? false} />
        Line right across
      </label>
      <div className="flex flex-wrap gap-2">
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
