import type { Schemas } from "@/api/client";

const asked = (sentence: string) => ({ key: "", state: "missing" as const, sentence, working: [], cautions: [] });
const figure = (text: string, unit: string) => ({ text, unit, value_si: Number(text) * 1000, texts: { [unit]: text } });

/** A plan as the server answers it: a joint between an eye and a jaw, eight pulls, two benches. */
export function planAnswer(given: Partial<Schemas["Plan"]> = {}): Schemas["Plan"] {
  return {
    revision: 1,
    kept: { person: "Wren Ashdown", created_at: "2026-11-24T04:00:00Z", reason: "" },
    unit: "kN",
    content: {
      pulls: 8,
      bench_id: 2,
      train: [
        { name: "Bench eye", gear_id: 1 },
        { name: "Joint", specimen: true },
      ],
    },
    sections: sections(),
    refused: {},
    limits: [{ key: "train", name: "Jaw", figure: figure("18.4", "kN") }],
    expectation: null,
    ...given,
  };
}

export function sections(given: Partial<Schemas["PlanSections"]> = {}): Schemas["PlanSections"] {
  return {
    how_many: {
      ...asked("Say what the bound must clear."),
      supports: [{ n: 1, sentence: "What this one piece held, and no minimum." }],
      lowest: "The lowest of 59 says as much.",
    },
    comparison: asked("Type a difference."),
    train: {
      key: "train",
      state: "ok",
      sentence: "The specimen goes first with 98 %. Wanted: 95 % or more.",
      working: ["Bench eye: 120 kN"],
      cautions: [],
      links: [link("Bench eye", false, "120 kN", "0 %"), link("Joint", true, "14.5 kN", "98 %")],
    },
    benches: {
      key: "benches",
      state: "ok",
      sentence: "1 of 2 can, up to 18.0 kN.",
      working: [],
      cautions: [],
      benches: [
        { id: 2, name: "Bench 2", cell: "C-2", can: true, sentence: "can", chosen: true },
        { id: 1, name: "Bench 1", cell: null, can: false, sentence: "no: pulls 10.0 kN", chosen: false },
      ],
    },
    energy: asked("Type a stiffness."),
    tackle: asked("Add a stage."),
    ram: asked("Type the bore."),
    redirect: asked("Type the tension."),
    sideways: asked("Type the force."),
    preload: asked("Type the diameter."),
    proof: asked("Choose a gear class."),
    mass: asked("Type which weights the shop has."),
    day: asked("Say how many pulls."),
    stock: asked("Say how many pulls are planned."),
    ...given,
  };
}

const link = (name: string, specimen: boolean, capacity: string, chance_text: string) => ({
  name,
  specimen,
  known: true,
  legs: 1,
  strands: 1,
  capacity_si: Number.parseFloat(capacity) * 1000,
  capacity,
  chance: specimen ? 0.98 : 0,
  chance_text,
});

export function specimenRow(number: number, given: Partial<Schemas["SpecimenRow"]> = {}): Schemas["SpecimenRow"] {
  return {
    id: 100 + number,
    number,
    version: 1,
    label: `HB-0${number}`,
    state: "planned",
    trial: false,
    parent: "",
    position: "",
    side: "",
    direction: "",
    map_x: null,
    map_y: null,
    note: "",
    features: ["joint"],
    pulls: 0,
    place: null,
    block: null,
    shown_state: "planned",
    ...given,
  };
}
