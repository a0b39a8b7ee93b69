import { type ChildProcess, spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';

const root = resolve(__dirname, '../..');

export type Server = {
  url: string;
  /** Kills it and removes its data. */
  stop: () => void;
  /** Kills it, at once, and keeps its data. */
  kill: () => Promise<void>;
  /** Starts it again on the same data and the same address. */
  again: () => Promise<void>;
  demo: string;
  root: string;
};

/** A server of its own on a free port, with a fresh database. */
export async function startServer(): Promise<Server> {
  const folder = mkdtempSync(join(tmpdir(), 'onewhole-'));
  let process: ChildProcess;
  const start = (urls: string) => {
    process = spawn(
      'dotnet',
      [join(root, 'artifacts/publish/web/OneWhole.Web.dll'), '--data', join(folder, 'browser.db'), '--urls', urls, '--announce', 'true', '--demo', join(root, 'demo')],
      { stdio: ['ignore', 'pipe', 'inherit'] },
    );
    return new Promise<string>((found, failed) => {
      process.once('exit', () => failed(new Error('The server did not start.')));
      process.stdout?.on('data', (data: Buffer) => {
        const address = /http:\/\/\S+/.exec(data.toString());
        if (address) found(address[0]);
      });
    });
  };
  const kill = () =>
    new Promise<void>((gone) => {
      process.removeAllListeners('exit');
      process.once('exit', () => gone());
      process.kill('SIGKILL');
    });
  const url = await start('http://127.0.0.1:0');
  return {
    url,
    root,
    demo: join(root, 'demo'),
    kill,
    again: async () => {
      await start(url);
    },
    stop: () => {
      process.removeAllListeners('exit');
      process.kill('SIGKILL');
      rmSync(folder, { recursive: true, force: true });
    },
  };
}
