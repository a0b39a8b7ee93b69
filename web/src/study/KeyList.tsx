import { Dialog } from 'radix-ui';
import { useState } from 'react';
import { keysOff } from './useKeys';

const list: [string, string][] = [
  ['?', 'this list'],
  ['/', 'find or do'],
  ['Ctrl+Z', 'undo'],
  ['Ctrl+Shift+Z', 'redo'],
  ['[  ]', 'the form before, the form after'],
  ['arrows', 'from bar to bar in the figure'],
  ['Space', 'select a bar'],
  ['W', 'the whole'],
  ['O', 'the order'],
  ['S', 'parts and groups change places'],
  ['L', 'labels: share, amount, both, none'],
  ['H', 'hand over'],
  ['E', 'what is counted'],
];

/** The list of keys, with a switch for the single letters (WCAG 2.1.4). */
export function KeyList({ open, setOpen }: { open: boolean; setOpen: (on: boolean) => void }) {
  const [off, setOff] = useState(() => localStorage.getItem(keysOff) === 'yes');
  return (
    <Dialog.Root open={open} onOpenChange={setOpen}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-black/40" />
        <Dialog.Content className="popover fixed top-24 left-1/2 w-96 -translate-x-1/2 p-5" aria-describedby={undefined}>
          <Dialog.Title className="font-serif text-[19px]">Keys</Dialog.Title>
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
          <Dialog.Close className="button mt-4">Close</Dialog.Close>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
