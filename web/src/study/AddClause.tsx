import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, type StudyView } from '../lib/api';
import { FilterEditor } from './FilterEditor';
import type { StudyActions } from './useStudy';

/** What the sentence does not say yet: which rows, and what the study and its form offer. */
export function AddClause({ view, actions, close }: { view: StudyView; actions: StudyActions; close: () => void }) {
  const [filtering, setFiltering] = useState<string | null>(null);
  const table = useQuery({ queryKey: ['table', view.tableId], queryFn: () => api.table(view.tableId) });
  const [at] = useState(view.study.where?.length ?? 0);
  if (filtering) return <FilterEditor view={view} actions={actions} column={filtering} path={`where[${at}]`} />;
  return (
    <div className="py-1">
      <p className="px-4 py-1.5 text-[13px] text-quiet">Only rows where …</p>
      <ul className="max-h-48 overflow-auto">
        {table.data?.columns.map((column) => (
          <Line key={column.at} text={column.name} detail={column.type} act={() => setFiltering(column.name)} />
        ))}
      </ul>
      {view.offers.length ? <p className="mt-1 border-t border-hairline px-4 py-1.5 text-[13px] text-quiet">Or</p> : null}
      <ul>
        {view.offers.map((offer) => (
          <Line
            key={offer.text}
            text={offer.text}
            detail={offer.detail}
            act={() => {
              close();
              actions.change(offer.path, offer.value, offer.drop);
            }}
          />
        ))}
      </ul>
    </div>
  );
}

function Line({ text, detail, act }: { text: string; detail: string; act: () => void }) {
  return (
    <li>
      <button
        type="button"
        className="w-full cursor-pointer px-4 py-1 text-left hover:bg-wash focus-visible:bg-wash"
        onClick={act}
      >
        {text} <span className="text-[12px] text-quiet">{detail}</span>
      </button>
    </li>
  );
}
