import { useQuery } from '@tanstack/react-query';
import { Popover } from 'radix-ui';
import { useState } from 'react';
import { useAnnounced } from '../lib/announce';
import { api, handOver, type Size, type StudyView } from '../lib/api';
import { type HandedFile, HandedFiles, PaperChoice, SharesOnlyChoice } from '../parts/HandedFiles';
import { toHtml, toTabs } from './tabs';

const slides = 'figure.pptx';

/** Everything that leaves: pictures, workings, the study, the clipboard. */
export function HandOver({
  view,
  size,
  print,
  open,
  setOpen,
}: {
  view: StudyView;
  size: Size;
  /** Prints the study with all of its workings. */
  print: () => void;
  open: boolean;
  setOpen: (on: boolean) => void;
}) {
  const [said, setSaid] = useState<string | null>(null);
  useAnnounced(said);
  const [paper, setPaper] = useState({ paper: '', margin: 15 });
  const [alone, setAlone] = useState(false);
  const [sharesOnly, setSharesOnly] = useState(false);
  const kinds = useQuery({
    queryKey: ['hand-over'],
    queryFn: api.handOverKinds,
    enabled: open,
    staleTime: Number.POSITIVE_INFINITY,
  });
  const limits = useQuery({
    queryKey: ['chart-limits', view.id, view.revision],
    queryFn: () => api.chartLimits(view.id),
    enabled: open,
  });
  const files: HandedFile[] = (kinds.data ?? []).flatMap((kind) => {
    const onPaper = kind.papers.length > 0;
    return kind.pixelRatios.map((scale) => ({
      onPaper,
      name: kind.pixelRatios.length > 1 ? `${kind.name} ${scale}×` : kind.name,
      detail: kind.pixelRatios.length > 1 ? `${size.width * scale} × ${size.height * scale}` : kind.detail,
      address: handOver(view.id, kind.kind, size, {
        scale,
        sharesOnly: sharesOnly || undefined,
        ...(onPaper ? { paper: paper.paper || undefined, margin: paper.paper ? paper.margin : undefined } : {}),
        workings: alone && (onPaper || kind.kind === slides) ? false : undefined,
      }),
    }));
  });
  files.push({
    name: 'Bundle',
    detail: view.left ? 'with its cells, as of when they were asked' : 'with its table',
    address: `/api/studies/${view.id}/bundle`,
  });
  if (view.left)
    files.push({
      name: 'Bundle of the question',
      detail: `without a number; asks ${view.left.engine} where it is opened`,
      address: `/api/studies/${view.id}/bundle?question=true`,
    });
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
  const copySvg = async () => {
    try {
      const svg = await (await fetch(handOver(view.id, 'figure.svg', size, { sharesOnly: sharesOnly || undefined }))).text();
      const kinds: Record<string, Blob> = { 'text/plain': new Blob([svg], { type: 'text/plain' }) };
      if (ClipboardItem.supports('image/svg+xml')) kinds['image/svg+xml'] = new Blob([svg], { type: 'image/svg+xml' });
      await navigator.clipboard.write([new ClipboardItem(kinds)]);
      setSaid('The drawing is on the clipboard, as SVG.');
    } catch {
      setSaid('The browser does not allow copying here; take the SVG file.');
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
        <Popover.Content
          data-guide="6-hand-over"
          className="popover max-h-[var(--radix-popover-content-available-height)]! w-96 py-1"
          align="end"
          sideOffset={6}
          aria-label="Hand over"
        >
          <SharesOnlyChoice on={sharesOnly} set={setSharesOnly} />
          <label className="flex items-center gap-2 border-b border-hairline px-4 py-1.5 text-[13px]">
            <input type="checkbox" checked={!alone} onChange={(event) => setAlone(!event.target.checked)} />
            the workings follow the figure, in PDF and slides
          </label>
          <HandedFiles files={files}>
            <span className="flex items-center gap-4 px-4 pb-1.5 text-[12px] text-quiet">
              <PaperChoice kinds={kinds.data ?? []} now={paper} set={setPaper} none="a page of its size" />
            </span>
          </HandedFiles>
          {limits.data?.words ? (
            <p role="note" className="px-4 pb-1.5 text-[12px] text-quiet">
              {limits.data.words}
            </p>
          ) : null}
          <div className="mt-1 flex flex-wrap gap-2 border-t border-hairline px-4 py-2.5">
            <button type="button" className="button px-2.5 whitespace-nowrap" onClick={copyPicture}>
              Copy the picture
            </button>
            <button type="button" className="button px-2.5 whitespace-nowrap" onClick={copySvg}>
              As SVG
            </button>
            <button type="button" className="button px-2.5 whitespace-nowrap" onClick={copyWorkings}>
              Copy the workings
            </button>
            <button
              type="button"
              className="button px-2.5 whitespace-nowrap"
              title="Ctrl+P"
              onClick={() => {
                setOpen(false);
                print();
              }}
            >
              Print
            </button>
          </div>
          {said ? <p className="px-4 pb-2 text-[12px] text-quiet">{said}</p> : null}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
