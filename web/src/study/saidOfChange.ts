import type { StudyView } from '../lib/api';

const plain = (text: string | null | undefined) =>
  (text ?? '')
    .replace(/\u00a0/g, ' ')
    .replace(/^[,.;\s]+|[,;\s]+$/g, '')
    .trim();

/** What is said of a change: what an undo took back, the words of the sentence that changed, the reading, that it is saved. */
export function saidOfChange(
  before: StudyView | null,
  after: StudyView,
  way: 'do' | 'undo' | 'redo',
  wordsOf: (change: string) => string,
): string {
  const said: string[] = [];
  if (way === 'undo') said.push(`Undone: ${plain(wordsOf(before?.lastChange ?? ''))}`);
  if (way === 'redo') said.push(`Done again: ${plain(wordsOf(after.lastChange))}`);
  if (before) {
    if (after.title !== before.title && after.study.title !== before.study.title) said.push(`Title: ${after.title}`);
    if (after.study.form?.kind !== before.study.form?.kind && after.figure)
      said.push(after.figure.description.split(/[.:,]/)[0] ?? '');
    const old = new Set(before.statement.map((phrase) => plain(phrase.text)));
    const ids = new Set(after.statement.map((phrase) => phrase.id));
    said.push(...after.statement.map((phrase) => plain(phrase.text)).filter((text) => text && !old.has(text)));
    said.push(
      ...before.statement
        .filter((phrase) => phrase.drop && !ids.has(phrase.id))
        .map((phrase) => `no longer ${plain(phrase.text)}`),
    );
    const verdict = plain(after.workings?.verdict);
    if (verdict && verdict !== plain(before.workings?.verdict)) said.push(verdict);
  }
  said.push('Saved');
  return said
    .filter(Boolean)
    .map((part) => (/[.!?]$/.test(part) ? part : `${part}.`))
    .join(' ');
}
