import { useQuery } from '@tanstack/react-query';
import { Trash2 } from 'lucide-react';
import { api } from '../lib/api';
import { inDigits } from '../lib/numbers';
import { BringIn } from '../parts/BringIn';
import { IconButton } from '../parts/IconButton';
import { Link } from '../parts/Link';
import { SourceList } from '../parts/Sources';
import { TakenAway, useTakeAway } from '../parts/TakenAway';
import { TopBar } from '../parts/TopBar';

export function TablesScreen() {
  return (
    <>
      <TopBar />
      <main data-guide="1-bring-in" className="mx-auto max-w-5xl px-6 py-8 max-[599px]:px-3">
        <h1 className="font-serif text-[26px]">Tables</h1>
        <div className="mt-4">
          <BringIn compact />
        </div>
        <TableList />
        <SourceList />
        <TakenAway kinds={['table', 'source']} />
      </main>
    </>
  );
}

/** Every table with its size. */
export function TableList() {
  const tables = useQuery({ queryKey: ['tables'], queryFn: api.tables });
  const remove = useTakeAway(api.removeTable);
  if (!tables.data?.length) return null;
  return (
    <div className="mt-6 overflow-x-auto">
      <table aria-label="Tables" className="w-full border-collapse">
        <thead>
          <tr className="border-b border-ink text-left text-quiet">
            <th className="py-1.5 font-normal">table</th>
            <th className="py-1.5 text-right font-normal">rows</th>
            <th className="py-1.5 text-right font-normal">columns</th>
            <th className="py-1.5 pl-8 font-normal">from</th>
            <th className="w-8">
              <span className="sr-only">what can be done</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {tables.data.map((table) => (
            <tr key={table.id} className="border-b border-hairline hover:bg-wash">
              <td className="py-1.5">
                <Link to={`/tables/${table.id}`} className="word">
                  {table.name}
                </Link>
              </td>
              <td className="figures py-1.5 text-right">{inDigits(table.rowCount)}</td>
              <td className="figures py-1.5 text-right">{table.columnCount}</td>
              <td className="py-1.5 pl-8 text-quiet">
                {table.source}
                {table.leftIn ? `; stays in ${table.leftIn}` : ''}
              </td>
              <td className="text-right">
                <IconButton name={`Remove ${table.name}`} act={() => remove.mutate({ id: table.id, name: table.name })}>
                  <Trash2 size={14} />
                </IconButton>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
