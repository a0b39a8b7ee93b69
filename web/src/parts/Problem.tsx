/** What went wrong, said at once; nothing where nothing did. */
export function Problem({ of, className = '' }: { of: { message: string } | null | undefined; className?: string }) {
  return of ? (
    <p role="alert" className={`text-fail ${className}`}>
      {of.message}
    </p>
  ) : null;
}
