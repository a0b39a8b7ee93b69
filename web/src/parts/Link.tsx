import type { AnchorHTMLAttributes } from 'react';
import { go } from '../lib/router';

/** A link within the application. */
export function Link({ to, ...rest }: { to: string } & AnchorHTMLAttributes<HTMLAnchorElement>) {
  return (
    <a
      href={to}
      {...rest}
      onClick={(event) => {
        if (!event.metaKey && !event.ctrlKey && !event.shiftKey && event.button === 0) {
          event.preventDefault();
          go(to);
        }
      }}
    />
  );
}
