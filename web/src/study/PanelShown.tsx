import type { StudyView } from '../lib/api';
import { ActingSelect } from '../parts/ActingSelect';
import type { StudyActions } from './useStudy';

/** Of small figures, whose workings are shown, and what the proofs of all of them have to remark. */
export function PanelShown({ panels, actions }: { panels: NonNullable<StudyView['panels']>; actions: StudyActions }) {
  return (
    <div className="mb-2 flex items-baseline gap-3 text-[13px]">
      <span className="flex items-baseline gap-2">
        <span className="text-quiet">Workings of</span>
        <ActingSelect
          label="Whose workings"
          value={panels.values[panels.shown] ?? ''}
          act={(shown) => actions.change('finish.eachShown', shown)}
        >
          {panels.values.map((value) => (
            <option key={value}>{value}</option>
          ))}
        </ActingSelect>
      </span>
      {panels.remarks.length ? (
        <details className="min-w-0 text-warn">
          <summary className="cursor-pointer">
            {panels.remarks.length} {panels.remarks.length === 1 ? 'remark' : 'remarks'} in all
          </summary>
          <ul className="popover absolute z-10 mt-1 max-h-60 w-96 overflow-auto px-3 py-2">
            {panels.remarks.map((remark) => (
              <li key={remark}>{remark}</li>
            ))}
          </ul>
        </details>
      ) : null}
    </div>
  );
}
