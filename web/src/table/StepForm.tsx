import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, type Step, type StepField, type StepKind, type StepTrial, type TableView } from '../lib/api';
import { inDigits } from '../lib/numbers';
import { ActingSelect } from '../parts/ActingSelect';

type Props = {
  /** The table as the step finds it. */
  view: TableView;
  /** Which stage of the table that is; null for the finished one. */
  stage: number | null;
  kind: StepKind;
  start: Step;
  save: (step: Step) => void;
  cancel: () => void;
  /** Whether the step is a new one. */
  adding?: boolean;
};

/** A step's members, asked for as its kind describes them. */
export function StepForm({ view, stage, kind, start, save, cancel, adding }: Props) {
  const [step, setStep] = useState<Step>(start);
  const [taken, setTaken] = useState(0);
  const set = (path: string, value: unknown) =>
    setStep((old) => {
      const next = { ...old };
      if (value === undefined || value === '' || (Array.isArray(value) && value.length === 0)) delete next[path];
      else next[path] = value;
      return next;
    });
  const column = typeof step.column === 'string' ? step.column : undefined;
  const tried = useQuery({
    queryKey: ['try', view.id, view.revision, stage, step],
    queryFn: () => api.tryStep(view.id, step, stage ?? undefined),
    enabled: column !== undefined,
    placeholderData: (before) => before,
  });
  const suggested = tried.data?.suggested as Record<string, unknown> | null | undefined;
  const missing = kind.fields.some((field) => !field.optional && step[field.path] === undefined);
  return (
    <form
      aria-label={kind.name}
      className="mt-2 flex flex-col gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        save(step);
      }}
    >
      {kind.fields.map((field) => (
        <Field
          // What was suggested is a new start for the fields.
          key={`${field.path} ${taken}`}
          view={view}
          stage={stage}
          field={field}
          step={step}
          set={set}
        />
      ))}
      {suggested && Object.entries(suggested).some(([path, value]) => JSON.stringify(step[path]) !== JSON.stringify(value)) ? (
        <button
          type="button"
          className="word self-start cursor-pointer text-[13px] text-accent"
          onClick={() => {
            setStep({ do: step.do, ...(step.off ? { off: true } : {}), ...suggested });
            setTaken(taken + 1);
          }}
        >
          take round ones that cover every value
        </button>
      ) : null}
      {!missing && tried.data ? <Made trial={tried.data} /> : null}
      <span className="flex gap-2">
        <button type="submit" className="button primary" disabled={missing}>
          {adding ? 'Add the step' : 'Set the step'}
        </button>
        <button type="button" className="button" onClick={cancel}>
          Not now
        </button>
      </span>
    </form>
  );
}

/** What the step would make, before it is taken. */
function Made({ trial }: { trial: StepTrial }) {
  if (trial.problem) return <p className="text-[13px] text-warn">{trial.problem}</p>;
  const most = Math.max(1, ...(trial.labels ?? []).map((label) => label.count));
  return (
    <div className="figures text-[13px]">
      {trial.note ? <p className="text-warn">{trial.note}</p> : null}
      {trial.labels?.length ? (
        <ul aria-label={`What ${trial.column} would hold`} className="max-h-56 overflow-auto">
          {trial.labels.map((label) => (
            <li key={label.label} className="grid grid-cols-[minmax(72px,auto)_1fr_auto] items-center gap-2">
              <span>{label.label}</span>
              <span className="h-2 bg-accent" style={{ width: `${(label.count / most) * 100}%` }} aria-hidden="true" />
              <span>{inDigits(label.count)}</span>
            </li>
          ))}
        </ul>
      ) : null}
    </div>
  );
}

type FieldProps = {
  view: TableView;
  stage: number | null;
  field: StepField;
  step: Step;
  set: (path: string, value: unknown) => void;
};

function Field({ view, stage, field, step, set }: FieldProps) {
  const value = step[field.path];
  const names = view.columns.map((column) => column.name);
  const label = <span className="text-[13px] text-quiet">{field.label}</span>;
  switch (field.control) {
    case 'column':
    case 'choice':
      return (
        <label className="flex flex-col gap-0.5">
          {label}
          <select
            className="field"
            aria-label={field.label}
            value={String(value ?? '')}
            onChange={(event) => set(field.path, event.target.value || undefined)}
          >
            <option value="">{field.optional ? 'as it is' : 'choose'}</option>
            {(field.control === 'column' ? names : (field.choices ?? [])).map((name) => (
              <option key={name}>{name}</option>
            ))}
          </select>
        </label>
      );
    case 'columns':
      return (
        <fieldset className="border-0 p-0">
          <legend>{label}</legend>
          <span className="flex max-h-40 flex-wrap gap-x-4 overflow-auto">
            {names.map((name) => {
              const chosen = (value as string[] | undefined) ?? [];
              return (
                <label key={name} className="flex cursor-pointer items-center gap-1.5">
                  <input
                    type="checkbox"
                    className="accent-(--accent)"
                    checked={chosen.includes(name)}
                    onChange={() =>
                      set(field.path, chosen.includes(name) ? chosen.filter((other) => other !== name) : [...chosen, name])
                    }
                  />
                  {name}
                </label>
              );
            })}
          </span>
        </fieldset>
      );
    case 'labels':
      return <LabelMap view={view} stage={stage} field={field} step={step} set={set} />;
    case 'terms':
      return <Terms names={names} value={(value as Term[] | undefined) ?? []} set={(terms) => set(field.path, terms)} />;
    case 'clause':
      return <Condition view={view} stage={stage} names={names} step={step} set={set} field={field} />;
    default:
      return <Typed field={field} value={value} set={set} />;
  }
}

/** A text or a number, or several with commas between them; kept as typed until it can be read. */
function Typed({ field, value, set }: { field: StepField; value: unknown; set: FieldProps['set'] }) {
  const [text, setText] = useState(() => (Array.isArray(value) ? value.join(', ') : String(value ?? '')));
  const many = field.control === 'numbers' || field.control === 'texts';
  const numeric = field.control === 'number' || field.control === 'numbers';
  const read = (typed: string) => {
    const parts = many ? typed.split(',').map((part) => part.trim()) : [typed.trim()];
    const filled = parts.filter((part) => part.length > 0);
    const values = numeric ? filled.map(Number) : filled;
    if (numeric && values.some((number) => !Number.isFinite(number))) return undefined;
    return many ? values : values[0];
  };
  return (
    <label className="flex flex-col gap-0.5">
      <span className="text-[13px] text-quiet">
        {field.label}
        {many ? ', with commas between' : ''}
      </span>
      <input
        className="field"
        aria-label={field.label}
        inputMode={numeric ? 'decimal' : undefined}
        value={text}
        onChange={(event) => {
          setText(event.target.value);
          set(field.path, read(event.target.value));
        }}
      />
    </label>
  );
}

/** Labels with their rows, and what each becomes; look-alikes first. */
function LabelMap({ view, stage, field, step, set }: FieldProps) {
  const column = String(step[field.of ?? 'column'] ?? '');
  const known = view.columns.some((other) => other.name === column);
  const labels = useQuery({
    queryKey: ['labels', view.id, view.revision, stage, column],
    queryFn: () => api.labels(view.id, column, stage ?? undefined),
    enabled: known,
  });
  const spellings = useQuery({
    queryKey: ['spellings', view.id, view.revision, stage, column],
    queryFn: () => api.spellings(view.id, column, stage ?? undefined),
    enabled: known,
  });
  const [search, setSearch] = useState('');
  const map = (step[field.path] as Record<string, string> | undefined) ?? {};
  const become = (changes: Record<string, string>) => {
    const next = { ...map, ...changes };
    for (const [from, to] of Object.entries(next)) if (to === '' || to === from) delete next[from];
    set(field.path, Object.keys(next).length ? next : undefined);
  };
  if (!column) return <p className="text-[13px] text-quiet">Choose a column to see its labels.</p>;
  const counted = new Map((labels.data ?? []).map((label) => [label.label, label.count]));
  const shown = [
    ...new Set([...Object.keys(map), ...counted.keys()].filter((text) => text.toLowerCase().includes(search.toLowerCase()))),
  ];
  return (
    <div className="flex flex-col gap-1">
      <span className="text-[13px] text-quiet">{field.label}</span>
      {spellings.data?.map((group) => (
        <p key={group.map((label) => label.label).join()} className="border-l-2 border-warn pl-2 text-[13px]">
          Keep{' '}
          {group.map((keep) => (
            <button
              key={keep.label}
              type="button"
              className="word mr-2 cursor-pointer"
              onClick={() =>
                become(Object.fromEntries(group.map((other) => [other.label, other.label === keep.label ? '' : keep.label])))
              }
            >
              “{keep.label}” ({inDigits(keep.count)})
            </button>
          ))}
        </p>
      ))}
      <input
        className="field"
        aria-label="Search labels"
        placeholder={`Search ${counted.size} labels`}
        value={search}
        onChange={(event) => setSearch(event.target.value)}
      />
      <ul className="max-h-52 overflow-auto">
        {shown.slice(0, 300).map((text) => (
          <li key={text} className="flex items-center gap-2 py-0.5 text-[13px]">
            <span className="min-w-0 flex-1 truncate" title={text}>
              {text} <span className="figures text-quiet">{inDigits(counted.get(text) ?? 0)}</span>
            </span>
            <input
              className="field w-32"
              aria-label={`${text} becomes`}
              value={map[text] ?? ''}
              onChange={(event) => become({ [text]: event.target.value })}
            />
          </li>
        ))}
      </ul>
    </div>
  );
}

type Term = { column?: string; number?: number; text?: string };

/** What a column is worked out of: columns, numbers, texts, in their order. */
function Terms({ names, value, set }: { names: string[]; value: Term[]; set: (terms: Term[]) => void }) {
  const [typed, setTyped] = useState('');
  const add = (term: Term) => set([...value, term]);
  return (
    <fieldset className="flex flex-col gap-1 border-0 p-0">
      <legend className="text-[13px] text-quiet">Worked out of these, in this order</legend>
      <ul>
        {value.map((term, at) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: a term is told by its place
          <li key={at} className="flex justify-between">
            {term.column ?? term.number ?? `“${term.text}”`}
            <button
              type="button"
              className="word cursor-pointer text-[12px]"
              onClick={() => set(value.filter((_, place) => place !== at))}
            >
              take out
            </button>
          </li>
        ))}
      </ul>
      <ActingSelect label="Add a column" value="" act={(column) => add({ column })}>
        <option value="">add a column</option>
        {names.map((name) => (
          <option key={name}>{name}</option>
        ))}
      </ActingSelect>
      <span className="flex gap-2">
        <input
          className="field min-w-0 flex-1"
          aria-label="A number or a text"
          placeholder="or a number, or a text"
          value={typed}
          onChange={(event) => setTyped(event.target.value)}
        />
        <button
          type="button"
          className="button"
          disabled={typed === ''}
          onClick={() => {
            add(typed.trim() !== '' && Number.isFinite(Number(typed)) ? { number: Number(typed) } : { text: typed });
            setTyped('');
          }}
        >
          Add
        </button>
      </span>
    </fieldset>
  );
}

type Clause = { column: string; is?: string[]; blank?: boolean };

/** The rows that a column's labels pick, or those where it is blank. */
function Condition({ view, stage, names, step, set, field }: FieldProps & { names: string[] }) {
  const clause = ((step[field.path] as Clause[] | undefined) ?? [])[0];
  const column = clause?.column ?? '';
  const known = view.columns.some((other) => other.name === column);
  const labels = useQuery({
    queryKey: ['labels', view.id, view.revision, stage, column],
    queryFn: () => api.labels(view.id, column, stage ?? undefined),
    enabled: known,
  });
  const chosen = clause?.is ?? [];
  const put = (next: Clause) => set(field.path, [next]);
  return (
    <fieldset className="flex flex-col gap-1 border-0 p-0">
      <legend className="text-[13px] text-quiet">{field.label}</legend>
      <select
        className="field"
        aria-label="Column of the condition"
        value={column}
        onChange={(event) => put({ column: event.target.value, is: [] })}
      >
        <option value="">choose</option>
        {names.map((name) => (
          <option key={name}>{name}</option>
        ))}
      </select>
      {column ? (
        <ul aria-label="Labels of the condition" className="max-h-48 overflow-auto">
          {labels.data?.slice(0, 300).map((label) => (
            <li key={label.label}>
              <label className="flex cursor-pointer items-center gap-1.5 text-[13px]">
                <input
                  type="checkbox"
                  className="accent-(--accent)"
                  checked={chosen.includes(label.label)}
                  onChange={() =>
                    put({
                      column,
                      is: chosen.includes(label.label)
                        ? chosen.filter((other) => other !== label.label)
                        : [...chosen, label.label],
                    })
                  }
                />
                {label.label} <span className="figures text-quiet">{inDigits(label.count)}</span>
              </label>
            </li>
          ))}
        </ul>
      ) : null}
    </fieldset>
  );
}
