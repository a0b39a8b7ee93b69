import { useState } from 'react';
import type { Saving } from '../lib/useSaving';
import type { TableChange } from './useTableChanges';

/** The table's name: a click edits it. */
export function TableName({ name, saving }: { name: string; saving: Saving<TableChange> }) {
  const [typed, setTyped] = useState<string | null>(null);
  const done = (take: boolean) => {
    if (take && typed?.trim() && typed.trim() !== name)
      saving.save(`the name “${typed.trim()}”`, { do: 'name', name: typed.trim() });
    setTyped(null);
  };
  return typed === null ? (
    <h1 className="font-serif text-[24px]">
      <button
        type="button"
        className="cursor-text text-left hover:bg-wash"
        title="Click to rename the table"
        onClick={() => setTyped(name)}
      >
        {name}
      </button>
    </h1>
  ) : (
    <input
      autoFocus
      aria-label="Name of the table"
      data-goes-on="main h1 button"
      className="field w-96 font-serif text-[22px]"
      value={typed}
      onFocus={(event) => event.target.select()}
      onChange={(event) => setTyped(event.target.value)}
      onBlur={() => done(true)}
      onKeyDown={(event) => {
        if (event.key === 'Enter') {
          event.preventDefault();
          done(true);
        }
        if (event.key === 'Escape') done(false);
      }}
    />
  );
}
