import type { StudyChange } from '../lib/api';

/** How a study's whole would move with other rows. */
export function StudyMoves({ study }: { study: StudyChange }) {
  return (
    <li>
      “{study.title}”:{' '}
      {study.problem ? (
        <span className="text-fail">{study.problem}</span>
      ) : study.before === study.after ? (
        `the whole stays ${study.after}`
      ) : (
        `the whole goes from ${study.before ?? 'none'} to ${study.after ?? 'none'}`
      )}
      {study.words ? <span className="block text-[12px] text-quiet">{study.words}</span> : null}
    </li>
  );
}
