import type { ReactNode } from "react";

/** A line drawing of an item with the places that can fail: zone key → where its ring sits. Drawn on 280 × 96. */
export type Drawing = { art: ReactNode; places: Record<string, [number, number]> };

const thick = { strokeWidth: 4.5, strokeLinecap: "round", strokeLinejoin: "round" } as const;
const thin = { strokeWidth: 1.4, strokeLinecap: "round" } as const;

export const DRAWINGS: Record<string, Drawing> = {
  eye_splice: {
    art: (
      <>
        <path d="M84 48C70 26 28 24 26 48s44 22 58 0h150" {...thick} />
        <path d="M92 43l9 10m4-10l9 10m4-10l9 10m4-10l9 10" {...thin} />
        <circle cx="27" cy="48" r="7" {...thin} />
        <path d="M234 38v20h20V38z" {...thin} />
      </>
    ),
    places: { pin: [27, 48], eye: [56, 31], splice: [114, 48], line: [180, 48], grip: [244, 48] },
  },
  sewn_loop: {
    art: (
      <>
        <path d="M100 38H46c-26 0-26 20 0 20h188V38H100" {...thick} strokeWidth={3} />
        <path d="M112 42v12m6-12v12m6-12v12m6-12v12m6-12v12" {...thin} />
        <circle cx="36" cy="48" r="6" {...thin} />
        <path d="M234 32h22v32h-22z" {...thin} />
      </>
    ),
    places: { pin: [36, 48], bight: [58, 38], stitching: [124, 48], webbing: [186, 48], grip: [245, 48] },
  },
  shackle: {
    art: (
      <>
        <path d="M86 24H150c34 0 34 48 0 48H86" {...thick} strokeWidth={7} />
        <path d="M78 14v68" {...thick} strokeWidth={6} />
        <circle cx="78" cy="24" r="10" {...thin} />
        <circle cx="78" cy="72" r="10" {...thin} />
        <path d="M72 86h12M178 48h50M228 38h18v20h-18z" {...thin} />
      </>
    ),
    places: { pin: [78, 48], bow: [174, 48], lug: [96, 24], thread: [78, 80], connector: [232, 48] },
  },
  hook: {
    art: (
      <>
        <circle cx="58" cy="48" r="14" {...thick} />
        <path d="M74 48h58c44 0 66-30 40-36M132 48c30 44 66 22 60 4" {...thick} strokeWidth={6} />
        <path d="M192 50h54" {...thin} />
      </>
    ),
    places: { eye: [46, 48], shank: [102, 48], bowl: [166, 72], tip: [172, 14], connector: [230, 50] },
  },
  ground_anchor: {
    art: (
      <>
        <path d="M20 40h92m36 0h112" {...thin} />
        <path d="M30 46l10 8m14-8l10 8m120-8l10 8m14-8l10 8" {...thin} />
        <path d="M130 16v62" {...thick} />
        <path d="M112 66q18 10 36 0m-32 10q14 8 28 0" {...thick} strokeWidth={3} />
        <circle cx="130" cy="12" r="7" {...thin} />
      </>
    ),
    places: { head: [130, 22], shaft: [130, 46], bond: [150, 70], substrate: [214, 66], connector: [112, 10] },
  },
  pegged_joint: {
    art: (
      <>
        <path d="M110 6v84h48V6" {...thick} strokeWidth={3} />
        <path d="M24 34h86M24 62h86M110 38h36v20h-36" {...thick} strokeWidth={3} />
        <circle cx="130" cy="48" r="6.500" {...thin} />
        <path d="M14 28h14v40H14z" {...thin} />
      </>
    ),
    places: { peg: [130, 48], tenon: [145, 34], mortise: [118, 66], post: [158, 80], jaw: [20, 48] },
  },
  hanger: {
    art: (
      <>
        <path d="M60 14h160" {...thick} strokeWidth={6} />
        <path d="M140 14v14M122 28h36v22h-36zM140 50c-28 6-28 36 0 36s28-30 0-36" {...thick} strokeWidth={3.5} />
        <circle cx="140" cy="40" r="6" {...thin} />
        <path d="M140 84v10" {...thin} />
      </>
    ),
    places: { bolt: [140, 18], housing: [122, 32], bearing: [140, 40], stirrup: [162, 68], connector: [140, 90] },
  },
  net: {
    art: (
      <>
        <path d="M70 10h140v76H70z" {...thick} strokeWidth={3.5} />
        <path d="M105 10v76M140 10v76M175 10v76M70 35h140M70 61h140" {...thin} />
        <circle cx="64" cy="6" r="6" {...thin} />
        <path d="M58 6H24" {...thin} />
      </>
    ),
    places: { corner: [68, 10], border: [122, 10], knot: [140, 35], mesh: [175, 48], connector: [34, 8] },
  },
  lap_joint: {
    art: (
      <>
        <path d="M40 40h116v10H40zM124 50h116v10H124z" {...thick} strokeWidth={2.5} />
        <path d="M26 30h18v40H26zM236 30h18v40h-18z" {...thin} />
      </>
    ),
    places: { jaw_a: [35, 50], parent: [82, 45], joint: [140, 42], interface: [140, 58], jaw_b: [245, 50] },
  },
  bracket: {
    art: (
      <>
        <path d="M70 8v80h10V26h120V14H80V8z" {...thick} strokeWidth={3} />
        <path d="M80 76L150 26M56 20h14M56 70h14M190 26v40" {...thin} />
        <circle cx="190" cy="72" r="6" {...thin} />
      </>
    ),
    places: { fixing: [62, 20], plate: [75, 52], weld: [92, 36], arm: [146, 20], connector: [190, 72] },
  },
};
