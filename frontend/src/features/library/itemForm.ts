import { z } from "zod";
import type { Schemas } from "@/api/client";
import type { Part } from "@/sketches/parts";

export const WIDTH = 280;
export const HEIGHT = 96;

const words = z.string().trim().min(1, "is needed");
const listed = (text: string) =>
  text
    .split(/[,\n]/)
    .map((one) => one.trim())
    .filter(Boolean);
const place = (end: number) =>
  z.number({ error: "a number" }).min(0, "inside the drawing").max(end, "inside the drawing");
const PART = z.object({
  part: z.enum(["bar", "eye", "pin", "jaw", "plate", "substrate", "stitching", "thread"]),
  x: place(WIDTH),
  y: place(HEIGHT),
  w: place(WIDTH).min(1, "at least 1"),
  h: place(HEIGHT).min(1, "at least 1"),
  angle: z.number({ error: "a number" }).min(-180).max(180),
});
const ZONE = z.object({ name: words.max(80), x: place(WIDTH), y: place(HEIGHT) });

export const ITEM = z
  .object({
    name: words.max(120),
    features: z.string().refine((text) => listed(text).length > 0, "at least one"),
    inspection_points: z.string(),
    loads_shared: z.boolean(),
    picture_id: z.number().nullable(),
    parts: z.array(PART).max(60),
    zones: z.array(ZONE).min(1, "at least one place that can fail").max(24),
  })
  .refine((item) => item.parts.length > 0 || item.picture_id !== null, {
    path: ["parts"],
    message: "draw it from at least one part, or upload a picture",
  })
  .refine((item) => new Set(item.zones.map((zone) => keyOf(zone.name))).size === item.zones.length, {
    path: ["zones"],
    message: "two places have the same name",
  });
export type Item = z.infer<typeof ITEM>;

export const NEW_PART: Record<Part["part"], { w: number; h: number }> = {
  bar: { w: 160, h: 12 },
  eye: { w: 44, h: 36 },
  pin: { w: 14, h: 14 },
  jaw: { w: 26, h: 44 },
  plate: { w: 60, h: 40 },
  substrate: { w: 180, h: 44 },
  stitching: { w: 50, h: 16 },
  thread: { w: 60, h: 14 },
};

/** A part in the middle of the drawing, where it is seen and dragged away from. */
export const newPart = (part: Part["part"]): Item["parts"][number] => {
  const { w, h } = NEW_PART[part];
  return { part, x: (WIDTH - w) / 2, y: (HEIGHT - h) / 2, w, h, angle: 0 };
};

/** An empty form, or that of an item that is much like another. */
export const itemOf = (type: Schemas["ItemType"] | "new"): Item =>
  type === "new"
    ? { name: "", features: "body", inspection_points: "", loads_shared: true, picture_id: null, parts: [], zones: [] }
    : {
        name: `${type.name}, own`,
        features: type.features.join(", "),
        inspection_points: type.inspection_points.join("\n"),
        loads_shared: type.loads_shared,
        picture_id: type.picture_id,
        parts: type.parts.map((part) => ({ ...part, angle: part.angle ?? 0 })),
        zones: type.zones.map(({ name, x, y }) => ({ name, x, y })),
      };

export const toItemType = ({ features, inspection_points, zones, ...rest }: Item): Schemas["NewItemType"] => ({
  ...rest,
  features: [...new Set(listed(features))],
  inspection_points: [...new Set(listed(inspection_points))],
  zones: zones.map((zone) => ({ ...zone, key: keyOf(zone.name) })),
});

const keyOf = (name: string) =>
  name
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, "-")
    .replace(/^-|-$/g, "")
    .slice(0, 40) || "zone";

export const clamp = (value: number, low: number, high: number) => Math.round(Math.min(Math.max(value, low), high));
