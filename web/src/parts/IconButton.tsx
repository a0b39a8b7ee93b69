import type { ReactNode } from 'react';

/** A button that is an icon, with its name for those who don't see it. */
export function IconButton({
  name,
  keys,
  disabled,
  act,
  children,
}: {
  name: string;
  keys?: string;
  disabled?: boolean;
  act: () => void;
  children: ReactNode;
}) {
  return (
    <button
      type="button"
      className="plain"
      aria-label={name}
      title={keys ? `${name} (${keys})` : name}
      disabled={disabled}
      onClick={act}
    >
      {children}
    </button>
  );
}
