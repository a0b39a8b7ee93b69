import { type ReactNode, useRef, useState } from 'react';

type Props = {
  id?: string;
  label?: string;
  className?: string;
  value: string;
  /** What choosing one does. */
  act: (value: string) => void;
  /** What Enter does: "begins it", "takes it". */
  verb?: string;
  /** The options. */
  children: ReactNode;
};

/**
 * A list whose choice does something at once. It is browsed before it acts: arrow keys and letters go through the closed list and do
 * nothing; the pointer, or Enter, takes what is shown. What was not taken is let go of when the list is left.
 */
export function ActingSelect({ id, label, className = '', value, act, verb = 'takes it', children }: Props) {
  const [browsed, setBrowsed] = useState<string | null>(null);
  const key = useRef<string | null>(null);
  const take = (taken: string) => {
    setBrowsed(null);
    key.current = null;
    if (taken !== value) act(taken);
  };
  return (
    <>
      <select
        id={id}
        aria-label={label}
        className={`field ${className}`}
        value={browsed ?? value}
        onPointerDown={() => {
          key.current = null;
        }}
        onKeyDown={(event) => {
          key.current = event.key;
          if (event.key !== 'Enter' || browsed === null) return;
          event.preventDefault();
          take(browsed);
        }}
        onChange={(event) => {
          if (key.current === null || key.current === 'Enter') take(event.target.value);
          else setBrowsed(event.target.value);
        }}
        onBlur={() => setBrowsed(null)}
      >
        {children}
      </select>
      {browsed !== null && browsed !== value ? <span className="text-[12px] text-quiet">Enter {verb}</span> : null}
    </>
  );
}
