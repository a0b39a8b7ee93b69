import type { ReactNode } from 'react';
import { stop } from './useStops';

/** A button that is an icon, with its name for those who don't see it. */
export function IconButton({
  name,
  keys,
  disabled,
  stop: stopId,
  act,
  children,
}: {
  name: string;
  keys?: string;
  disabled?: boolean;
  /** Where it stands in a row of buttons that is one Tab stop. */
  stop?: string;
  act: () => void;
  children: ReactNode;
}) {
  return (
    <button
      type="button"
      {...(stopId === undefined ? {} : stop('tool', stopId))}
      className="plain icon"
      aria-label={name}
      title={keys ? `${name} (${keys})` : name}
      // What can't be used now keeps the focus: an undo more may be possible in a moment.
      aria-disabled={disabled || undefined}
      onClick={disabled ? undefined : act}
    >
      {children}
    </button>
  );
}
