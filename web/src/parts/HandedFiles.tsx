import { useRef, useState } from 'react';
import { announce, useProgressAnnounced } from '../lib/announce';
import { api, type HandOverKind } from '../lib/api';
import { Problem } from './Problem';

/** A file that can be handed over. */
export type HandedFile = { name: string; detail: string; address: string; onPaper?: boolean };

type Writing = { name: string; state: string; progress: number };

const between = 120;

const words = ({ state, progress }: Writing) =>
  state === 'queued' ? 'waits its turn' : state === 'computing' ? 'computing' : `${Math.round(progress * 100)} % written`;

/** Files to be handed over: pressed, one is written with a look at how far it is, and fetched. */
export function HandedFiles({ files, children }: { files: HandedFile[]; children?: React.ReactNode }) {
  const [writing, setWriting] = useState<Writing | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const running = useRef<string | null>(null);
  useProgressAnnounced(writing?.state === 'writing' ? writing.progress : null);

  const write = async ({ name, address }: HandedFile) => {
    if (running.current !== null) return;
    running.current = '';
    setProblem(null);
    announce(`Writing ${name}`);
    try {
      let now = await api.startFile(address);
      running.current = now.id;
      while (now.state === 'queued' || now.state === 'computing' || now.state === 'writing') {
        setWriting({ name, state: now.state, progress: now.progress });
        await new Promise((resolve) => setTimeout(resolve, between));
        if (running.current !== now.id) return;
        now = await api.fileStatus(now.id);
      }
      if (now.state === 'failed') setProblem(now.problem ?? null);
      if (now.state === 'done') {
        fetchFile(`/api/hand-overs/${now.id}/file`);
        announce(`${name} is written`);
      }
    } catch (fault) {
      setProblem(fault instanceof Error ? fault.message : String(fault));
    }
    running.current = null;
    setWriting(null);
  };
  const stop = () => {
    const id = running.current;
    running.current = null;
    setWriting(null);
    if (id) api.stopFile(id).catch(() => {});
  };

  return (
    <>
      <ul>
        {files.map((file) => (
          <li key={file.name}>
            <a
              className="flex justify-between px-4 py-1.5 hover:bg-wash focus-visible:bg-wash"
              href={file.address}
              download
              onClick={(event) => {
                // With a key held it is the browser's link.
                if (event.ctrlKey || event.metaKey || event.shiftKey) return;
                event.preventDefault();
                write(file);
              }}
            >
              <span>{file.name}</span>
              <span className="figures text-[12px] text-quiet">{file.detail}</span>
            </a>
            {file.onPaper ? children : null}
          </li>
        ))}
      </ul>
      {writing ? (
        <div className="mx-4 my-2 text-[12px] text-quiet">
          <span className="flex items-baseline justify-between">
            <span>
              {writing.name}: {words(writing)}
            </span>
            <button type="button" className="word cursor-pointer text-accent" onClick={stop}>
              stop
            </button>
          </span>
          <span className="mt-1 block h-1 bg-wash">
            <span className="block h-1 bg-accent" style={{ width: `${writing.progress * 100}%` }} />
          </span>
        </div>
      ) : null}
      <Problem of={problem === null ? null : { message: problem }} className="px-4 py-2 text-[12px]" />
    </>
  );
}

/** Without leaving the page. */
function fetchFile(address: string) {
  const link = document.createElement('a');
  link.href = address;
  link.download = '';
  link.click();
}

type Paper = { paper: string; margin: number };

/** Which paper a PDF is on, and how wide its margin is. */
export function PaperChoice({
  kinds,
  now,
  set,
  none,
}: {
  kinds: HandOverKind[];
  now: Paper;
  set: (now: Paper) => void;
  none?: string;
}) {
  return (
    <>
      <label>
        on paper{' '}
        <select className="field px-1 py-0" value={now.paper} onChange={(event) => set({ ...now, paper: event.target.value })}>
          {none ? <option value="">{none}</option> : null}
          {kinds
            .flatMap((kind) => kind.papers)
            .map((each) => (
              <option key={each.kind} value={each.kind}>
                {each.name}
              </option>
            ))}
        </select>
      </label>
      {now.paper ? (
        <label>
          margin{' '}
          <input
            type="number"
            min={0}
            max={100}
            className="field w-14 px-1 py-0"
            value={now.margin}
            onChange={(event) => set({ ...now, margin: Math.min(100, Math.max(0, Number(event.target.value))) })}
          />{' '}
          mm
        </label>
      ) : null}
    </>
  );
}

/** Whether amounts leave. */
export function SharesOnlyChoice({ on, set }: { on: boolean; set: (on: boolean) => void }) {
  return (
    <label className="flex items-center gap-2 border-b border-hairline px-4 py-1.5 text-[13px]">
      <input type="checkbox" checked={on} onChange={(event) => set(event.target.checked)} />
      shares only: no amount in any file but the bundle
    </label>
  );
}
