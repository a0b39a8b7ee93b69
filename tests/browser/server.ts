import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { serve } from '../../scripts/serve.cjs';

const root = resolve(__dirname, '../..');

export type Server = {
  url: string;
  /** Kills it and removes its data. */
  stop: () => void;
  /** Kills it, at once, and keeps its data. */
  kill: () => Promise<unknown>;
  /** Starts it again on the same data and the same address. */
  again: () => Promise<void>;
  demo: string;
  root: string;
};

/** A server of its own on a free port, with a fresh database. */
export async function startServer(): Promise<Server> {
  const folder = mkdtempSync(join(tmpdir(), 'onewhole-'));
  const demo = join(root, 'demo');
  const start = (urls?: string) => serve(join(folder, 'browser.db'), urls, '--demo', demo);
  let running = start();
  const kill = () => {
    running.server.kill('SIGKILL');
    return running.gone;
  };
  const url = await running.ready;
  return {
    url,
    root,
    demo,
    kill,
    again: async () => {
      running = start(url);
      await running.ready;
    },
    stop: () => {
      running.server.kill('SIGKILL');
      rmSync(folder, { recursive: true, force: true });
    },
  };
}
