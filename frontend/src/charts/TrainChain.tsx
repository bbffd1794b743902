import { useWidth } from "./useWidth";

export type ChainLink = {
  name: string;
  specimen: boolean;
  known: boolean;
  legs: number;
  strands: number;
  capacity_si: number | null;
  capacity: string;
  chance: number | null;
  chance_text: string;
};

const HEIGHT = 124;
const MIDDLE = 52;
const THICKEST = 46;
const THINNEST = 7;
const LEAST_WIDTH = 104;
const GAP = 14;
const SURE = 0.005;

/** Everything in line as a chain: thickness is strength, the figure below each its chance to go first. */
export function TrainChain({ links }: { links: ChainLink[] }) {
  const [ref, room] = useWidth<HTMLDivElement>(1000);
  const width = Math.max(room, links.length * LEAST_WIDTH);
  const strongest = Math.max(1, ...links.map((l) => l.capacity_si ?? 0));
  const each = width / links.length;
  return (
    // eslint-disable-next-line jsx-a11y/no-noninteractive-tabindex -- what scrolls must be reached by keyboard
    <div ref={ref} className="mt-2 overflow-x-auto" tabIndex={0} role="region" aria-label="Links in line">
      <svg width={width} height={HEIGHT} role="img" aria-label={links.map(told).join("; ")}>
        {links.map((link, i) => {
          const x = i * each;
          const body = each - GAP;
          const thick = link.known
            ? Math.max(THINNEST, (THICKEST * (link.capacity_si ?? 0)) / strongest)
            : THICKEST / 2;
          return (
            <g key={`${i}-${link.name}`} className={link.specimen ? "text-measured" : "text-ink"}>
              <text x={x + body / 2} y={14} textAnchor="middle" fontSize={12.5} fontWeight={600} fill="currentColor">
                {clipped(link.name, body)}
              </text>
              <Body x={x} width={body} thick={thick} link={link} />
              {i < links.length - 1 && (
                <circle
                  cx={x + body + GAP / 2}
                  cy={MIDDLE}
                  r={GAP / 2 - 1}
                  className="fill-sheet stroke-ink"
                  strokeWidth={1.4}
                />
              )}
              <text x={x + body / 2} y={MIDDLE + 46} textAnchor="middle" className="num fill-soft" fontSize={12.5}>
                {link.capacity}
              </text>
              <text
                x={x + body / 2}
                y={MIDDLE + 66}
                textAnchor="middle"
                className={`num ${toneOf(link)}`}
                fontWeight={link.specimen || (link.chance ?? 1) > SURE ? 650 : 400}
                fontSize={14}
              >
                {link.chance_text}
              </text>
            </g>
          );
        })}
      </svg>
    </div>
  );
}

function Body({ x, width, thick, link }: { x: number; width: number; thick: number; link: ChainLink }) {
  const rows = link.legs > 1 || link.strands > 1 ? 2 : 1;
  const each = rows === 2 ? Math.max(4, thick / 2 - 1.5) : thick;
  return Array.from({ length: rows }, (_, row) => (
    <rect
      key={row}
      x={x + 1}
      y={MIDDLE - thick / 2 + row * (each + 3)}
      width={width - 2}
      height={each}
      rx={Math.min(4, each / 2)}
      fill={link.specimen ? "currentColor" : "var(--sheet)"}
      className={link.known ? "stroke-current" : "stroke-signal"}
      strokeWidth={1.5}
      strokeDasharray={link.known ? undefined : "5 4"}
    />
  ));
}

const toneOf = (link: ChainLink) =>
  link.specimen ? "fill-measured" : link.chance === null || link.chance > SURE ? "fill-signal" : "fill-soft";
const told = (link: ChainLink) => `${link.name}: holds ${link.capacity}, goes first ${link.chance_text}`;
const clipped = (name: string, width: number) => {
  const most = Math.floor(width / 6.8);
  return name.length > most ? `${name.slice(0, most - 1)}…` : name;
};
