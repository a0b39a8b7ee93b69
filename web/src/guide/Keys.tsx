import { useState } from 'react';
import { keysOff } from '../study/useKeys';

const list: [string, string][] = [
  ['?', 'this guide, at the page of what you look at'],
  ['/', 'find or do'],
  ['Ctrl+Z', 'undo'],
  ['Ctrl+Shift+Z', 'redo'],
  ['[  ]', 'the form before, the form after'],
  ['Tab', 'to the figure, the workings, the forms: one stop each'],
  ['arrows', 'within them, from thing to thing'],
  ['Home  End', 'the first and last bar, name, entry of the key …'],
  ['PgDn  PgUp', 'in the figure: on to its names, key, axis, cuts, and back'],
  ['Space', 'select a bar; open a name, an entry, the title'],
  ['Enter', 'select a bar alone; open; take a cut or a bar’s end, which arrows move then, until Escape'],
  ['Ctrl+P', 'print the study with all of its workings, or the table'],
  ['W', 'the whole'],
  ['O', 'the order'],
  ['S', 'parts and groups change places'],
  ['L', 'labels: share, amount, both, none'],
  ['H', 'hand over'],
  ['E', 'what is counted'],
];

/** The list of keys, with a switch for the single letters (WCAG 2.1.4). */
export function Keys() {
  const [off, setOff] = useState(() => localStorage.getItem(keysOff) === 'yes');
  return (
    <>
      <h2 id="guide-keys" tabIndex={-1}>
        Keys
      </h2>
      <dl className="mt-3 grid grid-cols-[110px_1fr] gap-y-1.5">
        {list.map(([key, what]) => (
          <div key={key} className="contents">
            <dt>
              <kbd className="rounded-xs border border-hairline px-1.5 py-0.5 text-[12px]">{key}</kbd>
            </dt>
            <dd>{what}</dd>
          </div>
        ))}
      </dl>
      <label className="mt-4 flex items-center gap-2 text-quiet">
        <input
          type="checkbox"
          className="accent-(--accent)"
          checked={off}
          onChange={(event) => {
            setOff(event.target.checked);
            localStorage.setItem(keysOff, event.target.checked ? 'yes' : 'no');
          }}
        />
        Switch single keys off
      </label>
    </>
  );
}
