/** What is said at the pointer: a name, then lines, the first two of which count most. */
export function PointerNote({
  name,
  lines,
  x,
  y,
}: {
  name: string;
  lines: string[] /** In parts of the sheet. */;
  x: number;
  y: number;
}) {
  return (
    <div
      className={
        'figures pointer-events-none absolute z-10 max-w-72 rounded-xs border border-hairline bg-sheet px-3 ' +
        'py-2 text-[12px] shadow-sm'
      }
      style={{
        left: `${x * 100}%`,
        top: `${y * 100}%`,
        transform: `translate(${x > 0.6 ? 'calc(-100% - 12px)' : '14px'}, ${y > 0.7 ? '-110%' : '10px'})`,
      }}
    >
      <p className="font-semibold">{name}</p>
      {lines.map((line, place) => (
        <p key={line} className={place > 1 ? 'text-quiet' : ''}>
          {line}
        </p>
      ))}
    </div>
  );
}
