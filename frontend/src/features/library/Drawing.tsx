import { useRef, useState, type PointerEvent } from "react";
import { useFormContext, useWatch } from "react-hook-form";
import { Parts } from "@/sketches/parts";
import { clamp, HEIGHT, WIDTH, type Item } from "./itemForm";

type Held = { list: "parts" | "zones"; index: number; dx: number; dy: number };

/** The drawing as it grows: parts and zones are dragged to their place; the numbers beside it do the same by keyboard. */
export function Drawing() {
  const { control, setValue, getValues } = useFormContext<Item>();
  const [parts, zones, picture] = useWatch({ control, name: ["parts", "zones", "picture_id"] });
  const svg = useRef<SVGSVGElement>(null);
  const [held, setHeld] = useState<Held | null>(null);
  const at = (event: PointerEvent) => {
    const box = svg.current?.getBoundingClientRect();
    if (!box) return { x: 0, y: 0 };
    return {
      x: ((event.clientX - box.left) / box.width) * WIDTH,
      y: ((event.clientY - box.top) / box.height) * HEIGHT,
    };
  };
  const take = (list: Held["list"], index: number) => (event: PointerEvent) => {
    const place = getValues(`${list}.${index}`);
    const { x, y } = at(event);
    svg.current?.setPointerCapture(event.pointerId);
    setHeld({ list, index, dx: x - place.x, dy: y - place.y });
  };
  const move = (event: PointerEvent) => {
    if (!held) return;
    const { x, y } = at(event);
    const size = held.list === "parts" ? getValues(`parts.${held.index}`) : { w: 0, h: 0 };
    setValue(`${held.list}.${held.index}.x`, clamp(x - held.dx, 0, WIDTH - size.w));
    setValue(`${held.list}.${held.index}.y`, clamp(y - held.dy, 0, HEIGHT - size.h));
  };
  return (
    <svg
      ref={svg}
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      className="border-edge bg-paper w-full touch-none border"
      aria-label="The drawing"
      role="img"
      onPointerMove={move}
      onPointerUp={() => setHeld(null)}
    >
      {picture !== null && (
        <image href={`/api/pictures/${picture}`} width={WIDTH} height={HEIGHT} preserveAspectRatio="xMidYMid meet" />
      )}
      <Parts parts={parts} />
      {parts.map((part, i) => (
        <rect
          key={i}
          x={part.x}
          y={part.y}
          width={part.w}
          height={part.h}
          fill="transparent"
          className="cursor-move"
          onPointerDown={take("parts", i)}
        />
      ))}
      {zones.map((zone, i) => (
        <circle
          key={i}
          cx={zone.x}
          cy={zone.y}
          r={6}
          strokeWidth={1.6}
          className="fill-sheet stroke-signal cursor-move"
          onPointerDown={take("zones", i)}
        />
      ))}
    </svg>
  );
}
