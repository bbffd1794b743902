export type EventMark = { at: number; text: string };
type Props = { marks: EventMark[]; x: (at: number) => number; top: number; bottom: number; width: number };

const STEP = 12; // one below the other, so that what was told together stays readable
const PER_LETTER = 6.2;

/** What a bench told, where it told it: upright through the curve, in words. */
export const EventMarks = ({ marks, x, top, bottom, width }: Props) => (
  <g aria-hidden="true">
    {marks.map((mark, i) => {
      const left = x(mark.at);
      const turned = left + mark.text.length * PER_LETTER > width;
      return (
        <g key={`${mark.at}-${mark.text}`}>
          <line x1={left} x2={left} y1={top} y2={bottom} className="stroke-signal" strokeDasharray="2 3" />
          <text
            x={left + (turned ? -4 : 4)}
            y={bottom - 6 - (i % 3) * STEP}
            textAnchor={turned ? "end" : "start"}
            className="fill-signal"
            fontSize={11.5}
          >
            {mark.text}
          </text>
        </g>
      );
    })}
  </g>
);
