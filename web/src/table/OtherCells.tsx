import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { api, type ImportChoice } from '../lib/api';
import { following } from '../lib/following';
import { go } from '../lib/router';
import { ChooseSection } from '../parts/ChooseSection';
import { Problem } from '../parts/Problem';

/** Another sheet or range of the file that a table was brought in from, as long as the file is here. */
export function OtherCells({ tableId }: { tableId: string }) {
  const file = useQuery({ queryKey: ['table', tableId, 'file'], queryFn: () => api.fileOf(tableId) });
  const client = useQueryClient();
  const [open, setOpen] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const status = file.data?.[0];
  if (!status) return null;
  async function bring(id: string, choice: ImportChoice) {
    setProblem(null);
    try {
      const now = await following(api.chooseImport(id, choice), () => {});
      if (now.state === 'done' && now.table) {
        await client.invalidateQueries({ queryKey: ['tables'] });
        setOpen(false);
        go(`/tables/${now.table.id}`);
      } else setProblem(now.problem ?? 'These cells could not be read.');
    } catch (fault) {
      setProblem(fault instanceof Error ? fault.message : 'These cells could not be read.');
    }
  }
  return (
    <>
      <button type="button" className="plain whitespace-nowrap" aria-expanded={open} onClick={() => setOpen(!open)}>
        other cells of this file
      </button>
      {open ? (
        <div className="w-full border-l-2 border-accent bg-wash px-4 py-3">
          <ChooseSection status={status} choose={(choice) => bring(status.id, choice)} stop={() => setOpen(false)} />
          <p className="mt-2 text-[13px] text-quiet">They become a table of their own; this one stays as it is.</p>
        </div>
      ) : null}
      <Problem of={problem === null ? null : { message: problem }} className="w-full" />
    </>
  );
}
