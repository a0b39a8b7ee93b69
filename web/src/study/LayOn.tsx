import { useMutation, useQuery } from '@tanstack/react-query';
import { Dialog } from 'radix-ui';
import { useState } from 'react';
import { api, type StudyView } from '../lib/api';
import { go } from '../lib/router';
import { Problem } from '../parts/Problem';

/** The same study on another table, or on other columns of this one: columns are matched by name, and asked for where one is missing. */
export function LayOn({ view, open, setOpen }: { view: StudyView; open: boolean; setOpen: (on: boolean) => void }) {
  const tables = useQuery({ queryKey: ['tables'], queryFn: api.tables, enabled: open });
  const needed = useQuery({
    queryKey: ['columns', view.id, view.revision],
    queryFn: () => api.columnsOf(view.id),
    enabled: open,
  });
  const [chosen, setChosen] = useState<string | null>(null);
  const [columns, setColumns] = useState<Record<string, string>>({});
  const table = chosen ?? tables.data?.find((other) => other.id !== view.tableId)?.id ?? view.tableId;
  const names = useQuery({ queryKey: ['table', table], queryFn: () => api.table(table), enabled: open });
  const has = names.data?.columns.map((column) => column.name) ?? [];
  const lay = useMutation({
    mutationFn: () => api.layOn(view.id, table, columns),
    onSuccess: (made) => {
      setOpen(false);
      go(`/studies/${made.id}`);
    },
  });
  // Of the same table every column may be another one; of another table only those that it lacks are asked for.
  const asked = (needed.data ?? []).filter((name) => table === view.tableId || !has.includes(name));
  return (
    <Dialog.Root open={open} onOpenChange={setOpen}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-black/40" />
        <Dialog.Content className="popover dialog fixed left-1/2 w-[480px] -translate-x-1/2 p-5" aria-describedby={undefined}>
          <Dialog.Title className="font-serif text-[20px]">Repeat this study</Dialog.Title>
          <label className="mt-3 flex flex-col text-[13px]">
            <span className="text-quiet">On the table</span>
            <select
              className="field"
              value={table}
              onChange={(event) => {
                setChosen(event.target.value);
                setColumns({});
              }}
            >
              {tables.data?.map((other) => (
                <option key={other.id} value={other.id}>
                  {other.name}
                  {other.id === view.tableId ? ', other columns' : ''}
                </option>
              ))}
            </select>
          </label>
          {names.data && needed.data
            ? asked.map((name) => (
                <label key={name} className="mt-2 flex flex-col text-[13px]">
                  <span className="text-quiet">{name} is there</span>
                  <select
                    className="field"
                    value={columns[name] ?? (has.includes(name) ? name : '')}
                    onChange={(event) => setColumns({ ...columns, [name]: event.target.value })}
                  >
                    {has.includes(name) ? null : <option value="">choose</option>}
                    {has.map((column) => (
                      <option key={column}>{column}</option>
                    ))}
                  </select>
                </label>
              ))
            : null}
          <Problem of={lay.error} className="mt-3 text-[13px]" />
          <div className="mt-4 flex gap-2">
            <button type="button" className="button primary" disabled={!names.data || lay.isPending} onClick={() => lay.mutate()}>
              Make the study
            </button>
            <button type="button" className="button" onClick={() => setOpen(false)}>
              Leave it
            </button>
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
