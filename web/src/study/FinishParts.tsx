import { useState } from 'react';
import type { Edit, StudyView } from '../lib/api';
import { paint } from '../lib/paint';
import { CutFields } from './CutEditor';
import { PartLooks, partActions } from './PartLooks';
import type { StudyActions } from './useStudy';

type Part = { label: string; group: boolean; fill: string | null };

/** More would be no list any more: the others are found by name. */
const most = 60;

/** What in the figure has a colour, an emphasis or a place of its own: its parts, then its groups, each once. */
export function partsOf(view: StudyView): Part[] {
  const found = new Map<string, Part>();
  for (const mark of view.figure?.marks ?? []) {
    if (mark.role !== 'bar' || (mark.row ?? -1) < 0) continue;
    for (const [label, group] of [
      [mark.part, false],
      [mark.group, true],
    ] as const) {
      if (!label || label.startsWith('\u0001')) continue;
      const key = `${group} ${label}`;
      if (!found.has(key)) found.set(key, { label, group, fill: group ? null : ((mark.fill as string | undefined) ?? null) });
    }
  }
  return [...found.values()].sort((one, other) => Number(one.group) - Number(other.group));
}

/** The cuts whose words stand in the figure. */
export const cutsOf = (view: StudyView): { edit: Edit; text: string }[] =>
  (view.figure?.marks ?? []).flatMap((mark) =>
    mark.role === 'cutWords' && mark.edit && /^cut-\d+-words$/.test(mark.id) && 'text' in mark
      ? [{ edit: mark.edit, text: mark.text }]
      : [],
  );

/** The parts and groups of the figure, each with what can be done with it; one is open at a time. */
export function FinishParts({ view, actions }: { view: StudyView; actions: StudyActions }) {
  const [open, setOpen] = useState<string | null>(null);
  const { finish } = view.study;
  const parts = partsOf(view);
  return (
    <ul aria-label="Parts of the figure">
      {parts.slice(0, most).map(({ label, group, fill }) => {
        const key = `${group} ${label}`;
        const emphasis = (group ? finish?.emphasisGroups : finish?.emphasis) ?? [];
        return (
          <li key={key} className="border-b border-hairline last:border-b-0">
            <button
              type="button"
              aria-expanded={open === key}
              className="flex min-h-6 w-full cursor-pointer items-center gap-2 py-1 text-left hover:bg-wash"
              onClick={() => setOpen(open === key ? null : key)}
            >
              <span
                aria-hidden="true"
                className={`h-3 w-3 shrink-0 ${fill ? 'swatch' : ''}`}
                style={fill ? { background: paint(fill) } : undefined}
              />
              <span className="min-w-0 flex-1 truncate">{label}</span>
              <span className="text-[12px] text-quiet">
                {group ? 'group' : ''}
                {emphasis.includes(label) ? ' stands out' : ''}
              </span>
            </button>
            {open === key ? (
              <div className="pb-2">
                <PartLooks
                  now={finish?.colours?.[label]}
                  alone={emphasis.includes(label)}
                  group={group}
                  act={partActions(label, group, finish, actions)}
                />
              </div>
            ) : null}
          </li>
        );
      })}
      {parts.length > most ? (
        <li className="pt-2 text-[12px] text-quiet">
          and {parts.length - most} more: find one by its name with “Find or do”, then “its colour” under the figure.
        </li>
      ) : null}
    </ul>
  );
}

/** Each cut's words and line. */
export function FinishCuts({ view, actions }: { view: StudyView; actions: StudyActions }) {
  return cutsOf(view).map(({ edit, text }) => (
    <div key={edit.path} className="border-b border-hairline last:border-b-0">
      <p className="px-4 pt-1 text-[12px] text-quiet">{text}</p>
      <CutFields
        key={JSON.stringify(view.study.finish?.cuts)}
        edit={edit}
        view={view}
        actions={actions}
        close={() => undefined}
        name={`Cut: ${text}`}
      />
    </div>
  ));
}
