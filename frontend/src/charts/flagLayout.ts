export type Place = { left: boolean; up: number };
type Point = { x: number; y: number; text: string };
type Box = { x1: number; x2: number; y1: number; y2: number };

const CHARACTER = 7.4; // px of a word in the flags' type
const HEIGHT = 16;
const GAP = 6;
const DOT = 5;
const EDGE = 4;
const STEPS = [16, 33, 50, 67, -18, 84, -35, -52, 101, -69, 118, -86];

/** Where each flag's word can stand so that it covers no other word and no dot, and stays inside; null where there is no room. */
export function flagLayout(points: Point[], width: number, height: number, top = 4): (Place | null)[] {
  const taken: Box[] = points.map(({ x, y }) => ({ x1: x - DOT, x2: x + DOT, y1: y - DOT, y2: y + DOT }));
  return points.map((point) => {
    for (const up of STEPS) {
      for (const left of [point.x > width / 2, point.x <= width / 2]) {
        const box = boxOf(point, { left, up });
        if (box.x1 < EDGE || box.x2 > width - EDGE || box.y1 < top || box.y2 > height) continue;
        if (taken.some((other) => meet(box, other))) continue;
        taken.push(box);
        return { left, up };
      }
    }
    return null;
  });
}

function boxOf({ x, y, text }: Point, { left, up }: Place): Box {
  const length = text.length * CHARACTER;
  const x1 = left ? x - GAP - length : x + GAP;
  return { x1, x2: x1 + length, y1: y - up - HEIGHT / 2, y2: y - up + HEIGHT / 2 };
}

const meet = (a: Box, b: Box) => a.x1 < b.x2 && b.x1 < a.x2 && a.y1 < b.y2 && b.y1 < a.y2;
