import { useAnnounced } from '../lib/announce';

/** What went wrong, said at once; nothing where nothing did. */
export function Problem({ of, className = '' }: { of: { message: string } | null | undefined; className?: string }) {
  useAnnounced(of?.message, true);
  return of ? <p className={`text-fail ${className}`}>{of.message}</p> : null;
}
