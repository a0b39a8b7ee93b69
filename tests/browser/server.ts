import { type ChildProcess, spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';

const root = resolve(__dirname, '../..');

/** A server of its own on a free port, with a fresh database. */
export async function startServer(): Promise<{ url: string; stop: () => void; demo: string; root: string }> {
  const folder = mkdtempSync(join(tmpdir(), 'onewhole-'));
  const process: ChildProcess = spawn(
    'dotnet',
    [join(root, 'artifacts/publish/web/OneWhole.Web.dll'), '--data', join(folder, 'browser.db'), '--urls', 'http://127.0.0.1:0', '--announce', 'true', '--demo', join(root, 'demo')],
    { stdio: ['ignore', 'pipe', 'inherit'] },
  );
  const url = await new Promise<string>((found, failed) => {
    process.once('exit', () => failed(new Error('The server did not start.')));
    process.stdout?.on('data', (data: Buffer) => {
      const address = /http:\/\/\S+/.exec(data.toString());
      if (address) found(address[0]);
    });
  });
  return {
    url,
    root,
    demo: join(root, 'demo'),
    stop: () => {
      process.removeAllListeners('exit');
      process.kill('SIGKILL');
      rmSync(folder, { recursive: true, force: true });
    },
  };
}
