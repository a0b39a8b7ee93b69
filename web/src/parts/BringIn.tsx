import { useQueryClient } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { announce, useAnnounced, useProgressAnnounced } from '../lib/announce';
import { api, type ImportStatus } from '../lib/api';
import { following } from '../lib/following';
import { inDigits } from '../lib/numbers';
import { go } from '../lib/router';
import { ChooseSection } from './ChooseSection';
import { Problem } from './Problem';
import { SourcePicker } from './Sources';
import { TypeTable } from './TypeTable';

const isText = (text: string) => text.trim().length > 0 && /[,;\t|\n]/.test(text);

/** A first line of numbers alone is no line of headings. */
const startsWithNumbers = (text: string) =>
  (text.trim().split(/\r?\n/)[0] ?? '').split(/[;\t|]|,(?!\d)/).every((cell) => /^[\s"]*[-+−]?[\d.,' ]+%?[\s"]*$/.test(cell));

/** The one broad place to bring a table in: drop a file, choose one, or paste. Shows how far it is, and can be stopped. */
export function BringIn({ compact }: { compact?: boolean }) {
  const [status, setStatus] = useState<ImportStatus | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [over, setOver] = useState(false);
  const [pasting, setPasting] = useState(false);
  const [typing, setTyping] = useState(false);
  const [sourcing, setSourcing] = useState(false);
  const input = useRef<HTMLInputElement>(null);
  const client = useQueryClient();
  useAnnounced(
    status?.state === 'queued' ? 'The import waits its turn' : status?.state === 'asking' ? 'Choose what is to be read' : null,
  );
  useProgressAnnounced(status?.progress);

  const bring = (name: string, content: Blob, headerRow?: number) => follow(api.importTable(name, content, headerRow));

  /** Shows an import until it ends, or asks. */
  async function follow(started: Promise<ImportStatus>) {
    setProblem(null);
    try {
      const now = await following(started, setStatus);
      if (now.state === 'asking') return;
      setStatus(null);
      if (now.state === 'done' && now.table) {
        await client.invalidateQueries({ queryKey: ['tables'] });
        announce(`${now.table.name} is brought in: ${inDigits(now.table.rowCount)} ${now.table.rowCount === 1 ? 'row' : 'rows'}`);
        go(`/tables/${now.table.id}`);
      } else if (now.state === 'failed') {
        setProblem(now.problem ?? 'The table could not be read.');
      } else {
        setProblem('Stopped; nothing was kept.');
      }
    } catch (fault) {
      setStatus(null);
      setProblem(fault instanceof Error ? fault.message : 'The table could not be read.');
    }
  }

  const bringText = (text: string) => {
    if (isText(text)) bring('pasted.csv', new Blob([text]), startsWithNumbers(text) ? 0 : undefined);
    else
      setProblem(
        'What was pasted is no table: it must have a line of headings and rows below it, with commas or tabs between cells.',
      );
  };

  return (
    <section
      aria-label="Bring a table in"
      className={
        `rounded-xs border border-dashed px-6 ${compact ? 'py-4' : 'py-8'} ` +
        `${over ? 'border-accent bg-wash' : 'border-hairline bg-sheet'}`
      }
      onDragOver={(event) => {
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(event) => {
        event.preventDefault();
        setOver(false);
        const file = event.dataTransfer.files[0];
        if (file) bring(file.name, file);
        else bringText(event.dataTransfer.getData('text/plain'));
      }}
      onPaste={(event) => {
        const file = event.clipboardData.files[0];
        if (file) bring(file.name, file);
        else if (!(event.target instanceof HTMLTextAreaElement)) bringText(event.clipboardData.getData('text/plain'));
      }}
    >
      {status?.state === 'asking' ? (
        <ChooseSection
          status={status}
          choose={(choice) => follow(api.chooseImport(status.id, choice))}
          stop={() => {
            api.stopImport(status.id);
            setStatus(null);
          }}
        />
      ) : status ? (
        <div className="flex flex-wrap items-center gap-4">
          <progress className="h-2 flex-1" value={status.progress} max={1} aria-label="How far the import is" />
          <span className="figures text-quiet">
            {status.state === 'queued' ? 'waits its turn' : `${inDigits(status.rows)} rows`}
          </span>
          <button type="button" className="button" onClick={() => api.stopImport(status.id)}>
            Stop
          </button>
        </div>
      ) : typing ? (
        <TypeTable
          bring={(csv) => {
            setTyping(false);
            bring('typed.csv', new Blob([csv]));
          }}
          cancel={() => setTyping(false)}
        />
      ) : sourcing ? (
        <SourcePicker
          follow={(started) => {
            setSourcing(false);
            follow(started);
          }}
          cancel={() => setSourcing(false)}
        />
      ) : pasting ? (
        <form
          className="flex flex-col gap-3"
          onSubmit={(event) => {
            event.preventDefault();
            bringText(String(new FormData(event.currentTarget).get('rows') ?? ''));
          }}
        >
          <label className="font-semibold" htmlFor="pasted-rows">
            Paste rows, headings first
          </label>
          <textarea id="pasted-rows" name="rows" rows={6} autoFocus className="field figures font-mono text-[12px]" />
          <div className="flex gap-2">
            <button type="submit" className="button primary">
              Bring in
            </button>
            <button type="button" className="button" onClick={() => setPasting(false)}>
              Not now
            </button>
          </div>
        </form>
      ) : (
        <div className="flex flex-wrap items-center gap-x-6 gap-y-3">
          <div className="min-w-60 flex-1">
            <p className="font-serif text-[19px]">Bring a table in</p>
            <p className="text-quiet">
              Drop a file here (text, workbook, OpenDocument, JSON, Parquet, SQLite), or paste rows. How it is written is found.
            </p>
          </div>
          <button type="button" className="button primary" onClick={() => input.current?.click()}>
            Choose a file
          </button>
          <button type="button" className="button" onClick={() => setPasting(true)}>
            Paste rows
          </button>
          <button type="button" className="button" onClick={() => setTyping(true)}>
            Type rows
          </button>
          <button type="button" className="button" onClick={() => setSourcing(true)}>
            From a source
          </button>
          <input
            ref={input}
            type="file"
            hidden
            aria-label="Table file"
            accept=".csv,.tsv,.tab,.txt,.xlsx,.xlsm,.xls,.ods,.json,.ndjson,.jsonl,.parquet,.db,.sqlite,.sqlite3"
            onChange={(event) => {
              const file = event.target.files?.[0];
              event.target.value = '';
              if (file) bring(file.name, file);
            }}
          />
        </div>
      )}
      <Problem of={problem === null ? null : { message: problem }} className="mt-3" />
    </section>
  );
}
