import { Popover } from 'radix-ui';
import { useState } from 'react';
import type { ColumnDocument, Step, TableView } from '../lib/api';
import { inDigits } from '../lib/numbers';
import type { Saving } from '../lib/useSaving';
import { Problem } from '../parts/Problem';
import { ColumnPortrait } from './ColumnPortrait';
import type { TableChange } from './useTableChanges';

const typeWords = { category: 'category', quantity: 'quantity', date: 'date' } as const;

/** Begins a preparing step. */
export type Prepare = (step: Step) => void;

/** A column's heading: what it is taken for, and behind it the portrait. */
export function ColumnHeading({
  view,
  stage,
  column,
  saving,
  prepare,
  drop,
  study,
}: {
  view: TableView;
  /** Which stage of the table is shown; null for the finished one, in which alone columns are changed. */
  stage: number | null;
  column: ColumnDocument;
  saving: Saving<TableChange>;
  prepare: Prepare;
  /** Takes the column out of the rows as they were read. */
  drop?: () => void;
  /** Starts a study of the column. */
  study?: () => void;
}) {
  const [open, setOpen] = useState(false);
  const [refused, setRefused] = useState(false);
  const waits = saving.waiting.some(({ body }) => body.do === 'column' && body.column === column.name);
  const change = async (values: object) => {
    setRefused(false);
    const done = await saving.save(`the column ${column.name}`, { do: 'column', column: column.name, values });
    setOpen(!done);
    setRefused(!done);
  };
  const facts = [
    column.distinct === null || column.distinct === undefined ? '' : `${inDigits(column.distinct)} distinct`,
    column.blanks ? `${inDigits(column.blanks)} blank` : '',
    column.unreadable ? `${inDigits(column.unreadable)} not readable` : '',
  ].filter(Boolean);
  return (
    <div role="columnheader" className={`px-2 py-1.5 ${column.type === 'quantity' ? 'text-right' : ''}`}>
      <Popover.Root open={open} onOpenChange={setOpen}>
        <Popover.Trigger className="word max-w-full cursor-pointer truncate font-semibold" aria-label={`Column ${column.name}`}>
          {column.name}
        </Popover.Trigger>
        <Popover.Portal>
          <Popover.Content
            aria-label={`Column ${column.name}`}
            className="popover w-80 p-4"
            align="start"
            sideOffset={6}
            collisionPadding={12}
          >
            {study ? (
              <button type="button" className="button primary mb-3 w-full justify-center" onClick={study}>
                Study this column
              </button>
            ) : null}
            {column.following?.instead ? (
              <p className="mb-2 border-l-2 border-accent bg-wash px-2 py-1 text-[13px]">
                {column.name} is {column.following.rule}: {column.following.instead}.
              </p>
            ) : null}
            <ColumnPortrait
              view={view}
              stage={stage}
              column={column.name}
              prepare={(kind, name) => {
                setOpen(false);
                prepare({ do: kind, ...(kind === 'leave-out' ? { where: [{ column: name, is: [] }] } : { column: name }) });
              }}
              join={(name, id) => {
                setOpen(false);
                prepare({
                  do: 'work-out',
                  as: `${name} and ${id}`,
                  how: 'join',
                  of: [{ column: name }, { text: ' ' }, { column: id }],
                });
              }}
            />
            {stage === null ? (
              <form
                className="mt-3 flex flex-col gap-3 border-t border-hairline pt-3"
                onSubmit={(event) => {
                  event.preventDefault();
                  const form = new FormData(event.currentTarget);
                  const said: Record<string, unknown> = {
                    name: form.get('name'),
                    type: form.get('type'),
                    unit: form.get('unit') ?? '',
                    decimalComma: form.has('mark') ? form.get('mark') === 'comma' : null,
                    dates: form.get('dates'),
                  };
                  said.multiplier = form.get('multiplier') ?? '';
                  const known: Record<string, unknown> = { ...column, unit: column.unit ?? '' };
                  // Only what was changed: what reading asked stays open until it is answered.
                  const values = Object.fromEntries(
                    Object.entries(said).filter(
                      ([member, value]) => value !== null && value !== undefined && known[member] !== value,
                    ),
                  );
                  if (Object.keys(values).length === 0) setOpen(false);
                  else change(values);
                }}
              >
                {view.left ? null : (
                  <>
                    <label className="flex flex-col gap-1">
                      <span className="text-quiet">Heading</span>
                      <input name="name" className="field" defaultValue={column.name} />
                    </label>
                    <label className="flex flex-col gap-1">
                      <span className="text-quiet">Treated as a</span>
                      <select name="type" className="field" defaultValue={column.type}>
                        <option value="category">category</option>
                        <option value="quantity">quantity</option>
                        <option value="date">date</option>
                      </select>
                    </label>
                  </>
                )}
                <label className="flex flex-col gap-1">
                  <span className="text-quiet">Unit</span>
                  <input name="unit" className="field" defaultValue={column.unit ?? ''} placeholder="min, €, people" />
                </label>
                {view.left ? null : (
                  <>
                    <label className="flex flex-col gap-1">
                      <span className="text-quiet">Decimal mark</span>
                      <select name="mark" className="field" defaultValue={column.decimalComma ? 'comma' : 'point'}>
                        <option value="point">point: 1,204.5</option>
                        <option value="comma">comma: 1.204,5</option>
                      </select>
                    </label>
                    <label className="flex flex-col gap-1">
                      <span className="text-quiet">Dates are written</span>
                      <select name="dates" className="field" defaultValue={column.dates}>
                        <option value="iso">year-month-day: 2026-03-09</option>
                        <option value="dayMonthYear">day, month, year: 9.3.2026</option>
                        <option value="monthDayYear">month, day, year: 3/9/2026</option>
                        <option value="yearMonthDay">year, month, day: 2026/3/9</option>
                      </select>
                    </label>
                  </>
                )}
                {refused ? <Problem of={saving.problem} /> : null}
                <button type="submit" className="button primary justify-center" disabled={waits}>
                  {waits ? 'Not saved yet' : 'Change the column'}
                </button>
              </form>
            ) : null}
            {drop ? (
              <button type="button" className="word mt-3 cursor-pointer text-accent" onClick={drop}>
                take the column out
              </button>
            ) : null}
          </Popover.Content>
        </Popover.Portal>
      </Popover.Root>
      <div className="truncate text-[11px] text-quiet" title={column.following?.rule}>
        {typeWords[column.type]}
        {column.unit || column.multiplier
          ? ` in ${[column.multiplier && `${column.multiplier}s`, column.unit].filter(Boolean).join(' ')}`
          : ''}{' '}
        {facts.length ? `· ${facts.join(', ')}` : ''}
        {column.holdsShares ? ' · holds shares' : ''}
        {column.following ? ` · ${column.following.rule}` : ''}
      </div>
    </div>
  );
}
