/**
 * This window's name, which a reload keeps: what it could not send yet waits in the browser's storage under it. A lock that lives as
 * long as the window tells others whether it is still open.
 */
const lockOf = (tab: string) => `onewhole.tab.${tab}`;

async function settle(): Promise<string> {
  const kept = sessionStorage.getItem('onewhole.tab');
  const held = kept !== null && (await hold(kept));
  // A window that was opened as a copy of another has its storage, but not its lock.
  const tab = held ? kept : crypto.randomUUID().slice(0, 8);
  if (!held) await hold(tab);
  sessionStorage.setItem('onewhole.tab', tab);
  return tab;
}

async function hold(tab: string): Promise<boolean> {
  for (let tries = 0; tries < 5; tries++) {
    const got = await new Promise<boolean>((known) => {
      navigator.locks.request(lockOf(tab), { ifAvailable: true }, (lock) => {
        known(lock !== null);
        // Held until the window goes.
        return lock ? new Promise<void>(() => undefined) : undefined;
      });
    });
    if (got) return true;
    // After a reload the page of before may still be going.
    await new Promise((resolve) => setTimeout(resolve, 60));
  }
  return false;
}

/** This window's name. */
export const tab: Promise<string> = settle();

/** The windows that are open. */
export async function openTabs(): Promise<Set<string>> {
  const held = (await navigator.locks.query()).held ?? [];
  return new Set(held.map((lock) => lock.name?.replace('onewhole.tab.', '') ?? ''));
}
