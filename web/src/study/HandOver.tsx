import { useQuery } from '@tanstack/react-query';
import { Popover } from 'radix-ui';
import { useState } from 'react';
import { api, handOver, type Size, type StudyView } from '../lib/api';
import { toHtml, toTabs } from './tabs';

/** Everything that leaves: pictures, workings, the study, the clipboard. */
export function HandOver({
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
  const [said, setSaid] = useState<string | null>(null);
  const [paper, setPaper] = useState('');
  const [alone, setAlone] = useState(false);
  const [sharesOnly, setSharesOnly] = useState(false);
  const kinds = useQuery({
    queryKey: ['hand-over'],
    queryFn: api.handOverKinds,
    enabled: open,
    staleTime: Number.POSITIVE_INFINITY,
  });
  const papers = kinds.data?.flatMap((kind) => kind.papers) ?? [];
  const files = (kinds.data ?? []).flatMap((kind) =>
    kind.scales.map((scale) => ({
      kind: kind.kind,
      scale,
      onPaper: kind.papers.length > 0,
      name: kind.scales.length > 1 ? `${kind.name} ${scale}×` : kind.name,
      detail: kind.scales.length > 1 ? `${size.width * scale} × ${size.height * scale}` : kind.detail,
    })),
  );
  const copyPicture = async () => {
    try {
      const png = fetch(handOver(view.id, 'figure.png', size, { scale: 2, sharesOnly: sharesOnly || undefined })).then((reply) =>
        reply.blob(),
      );
      await navigator.clipboard.write([new ClipboardItem({ 'image/png': png })]);
      setSaid('The picture is on the clipboard.');
    } catch {
      setSaid('The browser does not allow copying a picture here; take the PNG file.');
    }
  };
  const copyWorkings = async () => {
    try {
      const csv = await (await fetch(handOver(view.id, 'workings.csv', size, { sharesOnly: sharesOnly || undefined }))).text();
      await navigator.clipboard.write([
        new ClipboardItem({
          'text/plain': new Blob([toTabs(csv)], { type: 'text/plain' }),
          'text/html': new Blob([toHtml(csv)], { type: 'text/html' }),
        }),
      ]);
      setSaid('The workings are on the clipboard.');
    } catch {
      setSaid('The browser does not allow copying here; take the CSV file.');
    }
  };
  return (
    <Popover.Root
      open={open}
      onOpenChange={(on) => {
        setOpen(on);
        setSaid(null);
      }}
    >
      <Popover.Trigger className="button primary">Hand over</Popover.Trigger>
      <Popover.Portal>
        <Popover.Content className="popover max-h-[88vh]! w-96 py-1" align="end" sideOffset={6} aria-label="Hand over">
          <label className="flex items-center gap-2 border-b border-hairline px-4 py-1.5 text-[13px]">
            <input type="checkbox" checked={sharesOnly} onChange={(event) => setSharesOnly(event.target.checked)} />
            shares only: no amount in any file but the bundle
          </label>
          <ul>
            {files.map(({ name, detail, kind, scale, onPaper }) => (
              <li key={name}>
                <a
                  className="flex justify-between px-4 py-1.5 hover:bg-wash focus-visible:bg-wash"
                  href={handOver(view.id, kind, size, {
                    scale,
                    sharesOnly: sharesOnly || undefined,
                    ...(onPaper ? { paper: paper || undefined, workings: !alone } : {}),
                  })}
                  download
                >
                  <span>{name}</span>
                  <span className="figures text-[12px] text-quiet">{detail}</span>
                </a>
                {onPaper ? (
                  <span className="flex items-center gap-4 px-4 pb-1.5 text-[12px] text-quiet">
                    <label>
                      on{' '}
                      <select className="field px-1 py-0" value={paper} onChange={(event) => setPaper(event.target.value)}>
                        <option value="">a page of its size</option>
                        {papers.map((each) => (
                          <option key={each.kind} value={each.kind}>
                            {each.name}
                          </option>
                        ))}
                      </select>
                    </label>
                    <label className="flex items-center gap-1.5">
                      <input type="checkbox" checked={!alone} onChange={(event) => setAlone(!event.target.checked)} />
                      with the workings
                    </label>
                  </span>
                ) : null}
              </li>
            ))}
            <li>
              <a
                className="flex justify-between px-4 py-1.5 hover:bg-wash focus-visible:bg-wash"
                href={`/api/studies/${view.id}/bundle`}
                download
              >
                <span>Bundle</span>
                <span className="text-[12px] text-quiet">with its table</span>
              </a>
            </li>
          </ul>
          <div className="mt-1 flex gap-2 border-t border-hairline px-4 py-2.5">
            <button type="button" className="button" onClick={copyPicture}>
              Copy the picture
            </button>
            <button type="button" className="button" onClick={copyWorkings}>
              Copy the workings
            </button>
          </div>
          {said ? (
            <p role="status" className="px-4 pb-2 text-[12px] text-quiet">
              {said}
            </p>
          ) : null}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
