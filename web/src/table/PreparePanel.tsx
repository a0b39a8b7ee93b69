import { useQuery } from '@tanstack/react-query';
import { ArrowDown, ArrowUp, Eye, EyeOff, Pencil, X } from 'lucide-react';
import { type ReactNode, useEffect, useRef, useState } from 'react';
import { api, type Step, type StepKind, type TableView } from '../lib/api';
import { inDigits } from '../lib/numbers';
import type { Saving } from '../lib/useSaving';
import { ActingSelect } from '../parts/ActingSelect';
import { IconButton } from '../parts/IconButton';
import { Problem } from '../parts/Problem';
import { StepForm } from './StepForm';
import { stepsOf, type TableChange } from './useTableChanges';

/** The steps that make the table fit: in plain words, each with what it touched; edited, moved, switched off, removed, added. */
export function PreparePanel({
  view,
  saving,
  wish,
  granted,
  stage,
  setStage,
}: {
  view: TableView;
  saving: Saving<TableChange>;
  /** A step that was begun elsewhere. */
  wish: Step | null;
  granted: () => void;
  /** After how many steps the table is shown; null for all. */
  stage: number | null;
  setStage: (stage: number | null) => void;
}) {
  const kinds = useQuery({ queryKey: ['step-kinds'], queryFn: api.stepKinds, staleTime: Number.POSITIVE_INFINITY });
  const [refused, setRefused] = useState(false);
  const [editing, setEditing] = useState<number | null>(null);
  const [chosen, setAdding] = useState<StepKind | null>(null);
  const adding = (wish ? kinds.data?.find((kind) => kind.kind === wish.do) : null) ?? chosen;
  const steps = stepsOf(view);
  // A step is edited in front of the table as it stands before it.
  const before = useQuery({
    queryKey: ['table', view.id, 'stage', editing, view.revision],
    queryFn: () => api.table(view.id, editing ?? 0),
    enabled: editing !== null,
  });
  const save = async (next: Step[]) => {
    setRefused(false);
    const done = await saving.save('the preparing steps', { do: 'steps', steps: next, before: steps });
    setRefused(!done);
    if (!done) return;
    setEditing(null);
    setAdding(null);
    granted();
  };
  const move = (at: number, by: number) => {
    const next = [...steps];
    const [step] = next.splice(at, 1);
    if (step) next.splice(at + by, 0, step);
    save(next);
  };
  return (
    <section
      aria-label="Prepare"
      className="flex w-[340px] max-w-full shrink-0 flex-col overflow-auto border border-hairline bg-sheet px-4 py-3 max-[799px]:w-full"
    >
      <h2 className="font-serif text-[19px]">Prepare</h2>
      <p className="text-[13px] text-quiet">
        {steps.length
          ? 'Done one after another, again whenever the rows are read anew.'
          : 'Steps that make the table fit to be shared out. The rows as they were read stay as they are.'}
      </p>
      {steps.length ? (
        <button
          type="button"
          className="word mt-2 cursor-pointer self-start text-[13px] text-accent"
          onClick={() => setStage(stage === 0 ? null : 0)}
        >
          {stage === 0 ? 'show the finished table' : 'show the rows as they were read'}
        </button>
      ) : null}
      <ol aria-label="Steps" className="mt-2">
        {view.steps?.map((shown, at) => {
          const step = shown.step as unknown as Step;
          const kind = kinds.data?.find((known) => known.kind === step.do);
          return (
            // biome-ignore lint/suspicious/noArrayIndexKey: a step is told by its place
            <li key={at} className="border-t border-hairline py-2">
              <div className="flex items-start gap-2">
                <input
                  type="checkbox"
                  className="mt-1 accent-(--accent)"
                  aria-label={`On: ${shown.report?.words ?? kind?.name ?? step.do}`}
                  checked={!step.off}
                  onChange={() =>
                    save(steps.map((other, place) => (place === at ? { ...other, off: other.off ? undefined : true } : other)))
                  }
                />
                <span className={`min-w-0 flex-1 ${step.off ? 'text-quiet line-through' : ''}`}>
                  {shown.report?.words ?? `${kind?.name ?? step.do}, not reached`}
                  <span className="figures block text-[12px] text-quiet">
                    {shown.report && !shown.report.problem && !step.off ? touched(shown.report.rows, shown.report.cells) : ''}
                    {shown.report?.note ? `; ${shown.report.note}` : ''}
                  </span>
                  {shown.report?.problem ? <span className="block text-[13px] text-fail">{shown.report.problem}</span> : null}
                </span>
                <span className="flex">
                  <IconButton
                    name={stage === at + 1 ? 'Show the finished table' : `Show the table after step ${at + 1}`}
                    act={() => setStage(stage === at + 1 ? null : at + 1)}
                  >
                    {stage === at + 1 ? <EyeOff size={13} /> : <Eye size={13} />}
                  </IconButton>
                  <IconButton name={`Earlier: step ${at + 1}`} disabled={at === 0} act={() => move(at, -1)}>
                    <ArrowUp size={13} />
                  </IconButton>
                  <IconButton name={`Later: step ${at + 1}`} disabled={at === steps.length - 1} act={() => move(at, 1)}>
                    <ArrowDown size={13} />
                  </IconButton>
                  <IconButton name={`Edit step ${at + 1}`} act={() => setEditing(editing === at ? null : at)}>
                    <Pencil size={13} />
                  </IconButton>
                  <IconButton name={`Remove step ${at + 1}`} act={() => save(steps.filter((_, place) => place !== at))}>
                    <X size={13} />
                  </IconButton>
                </span>
              </div>
              {editing === at && kind && before.data ? (
                <Opened goesOn={`[aria-label="Edit step ${at + 1}"]`}>
                  <StepForm
                    view={before.data}
                    stage={at}
                    kind={kind}
                    start={step}
                    save={(changed) => save(steps.map((other, place) => (place === at ? changed : other)))}
                    cancel={() => setEditing(null)}
                  />
                </Opened>
              ) : null}
            </li>
          );
        })}
      </ol>
      {refused ? <Problem of={saving.problem} /> : null}
      {adding ? (
        <Opened className="border-t border-hairline pt-2" goesOn="#add-step">
          <p className="font-semibold">{adding.name}</p>
          <StepForm
            key={JSON.stringify(wish ?? adding.kind)}
            view={view}
            stage={null}
            kind={adding}
            start={wish ?? { do: adding.kind }}
            adding
            save={(step) => save([...steps, step])}
            cancel={() => {
              setAdding(null);
              granted();
            }}
          />
        </Opened>
      ) : (
        <div className="mt-2 flex flex-col gap-1 border-t border-hairline pt-3">
          <span className="text-quiet">Add a step</span>
          {/* An empty list would swallow the first keys that are pressed in it. */}
          {kinds.data ? (
            <ActingSelect
              id="add-step"
              label="Add a step"
              value=""
              verb="begins it"
              act={(chosen) => setAdding(kinds.data.find((kind) => kind.kind === chosen) ?? null)}
            >
              <option value="">choose</option>
              {kinds.data.map((kind) => (
                <option key={kind.kind} value={kind.kind}>
                  {kind.name}
                </option>
              ))}
            </ActingSelect>
          ) : (
            <span className="h-7 text-quiet">
              {kinds.isError ? 'The list of steps could not be fetched: reload the page.' : ''}
            </span>
          )}
        </div>
      )}
    </section>
  );
}

/** What was opened by a choice has the focus, on its first field, and names where it goes back to. */
function Opened({ goesOn, className, children }: { goesOn: string; className?: string; children: ReactNode }) {
  const box = useRef<HTMLDivElement>(null);
  useEffect(() => {
    box.current?.querySelector<HTMLElement>('input:not([type="hidden"]), select, textarea, button')?.focus();
  }, []);
  return (
    <div ref={box} className={className} data-goes-on={goesOn}>
      {children}
    </div>
  );
}

function touched(rows: number, cells: number): string {
  const counted = (value: number, one: string, many: string) => `${inDigits(value)} ${value === 1 ? one : many}`;
  if (rows === 0 && cells === 0) return '';
  return cells > 0 && cells !== rows
    ? `${counted(rows, 'row', 'rows')}, ${counted(cells, 'cell', 'cells')}`
    : counted(rows, 'row', 'rows');
}
