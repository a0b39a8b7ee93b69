import { useMutation, useQuery } from '@tanstack/react-query';
import { Popover } from 'radix-ui';
import { api, type Size, type StudyView } from '../lib/api';
import { go } from '../lib/router';
import { FigurePaint } from '../parts/FigurePaint';
import { Problem } from '../parts/Problem';

/** What moved since an earlier time: each way to ask, with the bridge that answers it, which is a study of its own. */
export function WhatChanged({
  view,
  size,
  open,
  setOpen,
}: {
  view: StudyView;
  size: Size;
  open: boolean;
  setOpen: (on: boolean) => void;
}) {
  const ways = useQuery({ queryKey: ['changes', view.id, view.revision], queryFn: () => api.changes(view.id), enabled: open });
  const ask = useMutation({
    mutationFn: (text: string) => api.changed(view.id, text, size),
    onSuccess: (made) => {
      setOpen(false);
      go(`/studies/${made.id}`);
    },
  });
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger className="word cursor-pointer whitespace-nowrap text-[13px]">What changed</Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          data-guide="7-refresh"
          className="popover max-h-[70vh]! w-[400px] py-1"
          align="end"
          side="top"
          sideOffset={8}
          collisionPadding={12}
          aria-label="What changed"
        >
          {ways.data?.length === 0 ? (
            <p className="px-4 py-2 text-[13px] text-quiet">
              Nothing here is before and after: the table has no column of years, months or other stretches of time, and no other
              table has the same columns. Bring last month’s file in as a table, and it is offered here.
            </p>
          ) : null}
          <ul>
            {ways.data?.map((way) => (
              <li key={way.text}>
                <button
                  type="button"
                  className="flex w-full cursor-pointer items-center gap-3 px-4 py-1.5 text-left hover:bg-wash focus-visible:bg-wash"
                  disabled={ask.isPending}
                  onClick={() => ask.mutate(way.text)}
                >
                  <span className="block h-[48px] w-[76px] shrink-0 overflow-hidden bg-sheet outline outline-hairline">
                    {way.bridge.figure ? <FigurePaint figure={way.bridge.figure} className="h-auto w-full" /> : null}
                  </span>
                  <span className="min-w-0">
                    {way.text}
                    <span className="block text-[12px] text-quiet">{way.detail}</span>
                  </span>
                </button>
              </li>
            ))}
          </ul>
          <Problem of={ask.error ?? ways.error} className="px-4 py-1" />
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
