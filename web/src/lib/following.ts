import { api, type ImportStatus } from './api';

/** Tells how an import stands until it ends, or asks. */
export async function following(started: Promise<ImportStatus>, tell: (now: ImportStatus) => void): Promise<ImportStatus> {
  let now = await started;
  tell(now);
  while (now.state === 'running' || now.state === 'queued') {
    await new Promise((resolve) => setTimeout(resolve, 80));
    now = await api.importStatus(now.id);
    tell(now);
  }
  return now;
}
