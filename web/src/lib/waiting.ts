import { openTabs, tab } from './tab';

/** A change that is not acknowledged yet, as it waits in the browser's storage. */
export type Waiting<Body> = {
  id: string;
  /** What was typed, in words. */
  words: string;
  body: Body;
};

const prefix = 'onewhole.waiting';

/** What waits for one document: this window's, and what windows left behind that are closed. */
export class WaitingChanges<Body> {
  constructor(
    private readonly kind: string,
    private readonly id: string,
  ) {}

  private async key(of?: string) {
    return `${prefix}.${this.kind}.${this.id}.${of ?? (await tab)}`;
  }

  private read(key: string): Waiting<Body>[] {
    try {
      return JSON.parse(localStorage.getItem(key) ?? '[]');
    } catch {
      return [];
    }
  }

  /** What this window left before it was loaded anew. */
  async own(): Promise<Waiting<Body>[]> {
    return this.read(await this.key());
  }

  async keep(changes: Waiting<Body>[]): Promise<void> {
    const key = await this.key();
    try {
      if (changes.length) localStorage.setItem(key, JSON.stringify(changes));
      else localStorage.removeItem(key);
    } catch {
      // The storage is full: the changes still wait in the page.
    }
  }

  /** What closed windows left, taken out of the storage. */
  async takeLeft(): Promise<Waiting<Body>[]> {
    const open = await openTabs();
    const left: Waiting<Body>[] = [];
    for (const key of Object.keys(localStorage)) {
      const start = `${prefix}.${this.kind}.${this.id}.`;
      if (!key.startsWith(start) || open.has(key.slice(start.length))) continue;
      left.push(...this.read(key));
      localStorage.removeItem(key);
    }
    return left;
  }
}
