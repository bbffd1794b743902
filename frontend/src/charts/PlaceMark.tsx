type Props = { kind: string; shape: number; x: number; y: number; dim: boolean; title: string };

const SHAPES = [
  "M-3.4 0a3.4 3.4 0 1 0 6.8 0a3.4 3.4 0 1 0 -6.8 0",
  "M-3.2 -3.2h6.4v6.4h-6.4z",
  "M0 -4.2l4 7h-8z",
  "M0 -4.4l4 4.4l-4 4.4l-4 -4.4z",
];

/** One reading; stations are told apart by shape. What survived points on: at least. */
export function PlaceMark({ kind, shape, x, y, dim, title }: Props) {
  const atLeast = kind === "at_least";
  return (
    <g transform={`translate(${x} ${y})`} opacity={dim ? 0.25 : 1}>
      <title>{title}</title>
      {atLeast ? (
        <path
          d="M-3.4 0a3.4 3.4 0 1 0 6.8 0a3.4 3.4 0 1 0 -6.8 0M4 0h9m-3.5 -3.5l3.5 3.5l-3.5 3.5"
          className="stroke-measured fill-sheet"
          strokeWidth={1.5}
        />
      ) : (
        <path d={SHAPES[shape]} className="fill-measured stroke-sheet" strokeWidth={0.8} />
      )}
    </g>
  );
}
