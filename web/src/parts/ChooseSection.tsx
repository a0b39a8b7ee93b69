import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, type ImportChoice, type ImportStatus } from '../lib/api';
import { Problem } from './Problem';

/** Which sheet and range of a workbook, or which table or query of a database, with a look at its cells. */
export function ChooseSection({
  status,
  choose,
  stop,
}: {
  status: ImportStatus;
  choose: (choice: ImportChoice) => void;
  stop: () => void;
}) {
  const [section, setSection] = useState(status.sections?.[0] ?? '');
  const [range, setRange] = useState('');
  const [query, setQuery] = useState('');
  const choice: ImportChoice = query.trim() ? { query } : { section, range };
  const look = useQuery({
    queryKey: ['look', status.id, choice],
    queryFn: () => api.lookAt(status.id, choice),
    retry: false,
    placeholderData: (before) => before,
  });
  const width = Math.max(0, ...(look.data ?? []).map((row) => row.length));
  return (
    <form
      className="flex flex-col gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        choose(choice);
      }}
    >
      <fieldset className="border-0 p-0" disabled={query.trim() !== ''}>
        <legend className="font-serif text-[19px]">
          {status.takesQuery ? 'Which table?' : (status.sections?.length ?? 0) > 1 ? 'Which sheet?' : 'Which cells?'}
        </legend>
        <span className="mt-1 flex flex-wrap gap-x-5 gap-y-1">
          {status.sections?.map((name) => (
            <label key={name} className="flex cursor-pointer items-center gap-1.5">
              <input
                type="radio"
                name="section"
                className="accent-(--accent)"
                checked={section === name}
                onChange={() => setSection(name)}
              />
              {name}
            </label>
          ))}
        </span>
      </fieldset>
      {status.takesQuery ? (
        <label className="flex flex-col gap-1">
          <span className="text-quiet">Or a SELECT of your own; the file is only read</span>
          <textarea className="field h-16" value={query} onChange={(event) => setQuery(event.target.value)} spellCheck={false} />
        </label>
      ) : (
        <label className="flex items-center gap-2">
          <span className="text-quiet">Cells</span>
          <input
            className="field figures w-32"
            placeholder="all, or B3:F200"
            value={range}
            onChange={(event) => setRange(event.target.value)}
          />
        </label>
      )}
      {look.error ? (
        <Problem of={look.error} />
      ) : (
        <div className="max-h-64 overflow-auto border border-hairline">
          <table aria-label="Preview of the cells" className="figures border-collapse text-[12px]">
            <tbody>
              {look.data?.map((row, at) => (
                // biome-ignore lint/suspicious/noArrayIndexKey: rows of a look have no other name
                <tr key={at} className="border-b border-hairline">
                  {Array.from({ length: width }, (_, cell) => (
                    // biome-ignore lint/suspicious/noArrayIndexKey: as above
                    <td key={cell} className="max-w-48 truncate px-2 py-0.5 whitespace-nowrap">
                      {row[cell] ?? ''}
                    </td>
                  ))}
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
      <div className="flex gap-2">
        <button type="submit" className="button primary" disabled={!!look.error}>
          Bring it in
        </button>
        <button type="button" className="button" onClick={stop}>
          Not now
        </button>
      </div>
    </form>
  );
}
