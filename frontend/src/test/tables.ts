import type { Schemas } from "@/api/client";

export const UNITS = { kN: 1000, N: 1, lbf: 4.4482216152605 };

const WORK = [
  "judgePull undoJudgement correctReading recordPeak recordReadings importRecording changeLot recordLoad signStatement",
  "borrowScatter overruleFinding countersignStatement createJob addItemType addDesignFactor addProofRule addPerson",
  "checkLibraryRow retireLibraryRow issueToken savePlan previewPlan addBench addGear retireRegisterRow noteNearMiss",
  "addSpecimens changeSpecimens drawOrder moveInOrder makeCells saveAcceptance recordTest withdrawTest noteVerdict",
  "sealGuess keepTemplate workOutTemplate attachFile startRun commandRun letOff giveRun takeRun tellAftermath decideQuarantine certify addLooseGear saveProcedure addPopulation conclude reviewConclusion keepMaking judgeBlind keepCheck keepCrossCheck withdrawCheck addPreparation",
  "beginLongTest changeLongTest startLongTest endLongTest bringLongLog readStation markStation withdrawLongReading signLongReport",
  "reviewLongReport addWatchedProduct changeWatchedProduct keepWatchedBreak noteWatchedChange withdrawWatchedBreak",
  "answerSuspicion holdBatches releaseBatches recordUpkeep addUpkeepRule retireUpkeepRule",
  "keepLaboratory lookPackage takePackage keepOldBreaks lookOldBreaks beginLesson makeLesson retireLesson",
  "withdrawStatement fillForm lookForm",
];

export const session: Schemas["Session"] = {
  version: "0.4.0",
  person: { id: 1, name: "Wren Ashdown", roles: ["technician"] },
  csrf: "token",
  allowed: WORK.join(" ").split(" "),
  people_exist: true,
  second_factor: { needed: null, asked_of: [] },
  demo: [],
  stop_doors: [],
};

export const forces: Schemas["Measurand"] = {
  key: "force",
  name: "Force",
  strength: "Minimum breaking strength",
  limit: "Working load limit",
  load: "Working load",
  units: Object.entries(UNITS).map(([symbol, factor]) => ({ symbol, factor })),
  channels: ["force"],
};

const torques: Schemas["Measurand"] = {
  ...forces,
  key: "torque",
  name: "Torque",
  units: [{ symbol: "N·m", factor: 1 }],
  channels: ["torque"],
};

export const catalogue: Schemas["Catalogue"] = {
  measurands: [forces, torques],
  reader_units: [
    { symbol: "kN", quantity: "force" },
    { symbol: "s", quantity: "time" },
  ],
  item_types: [
    {
      key: "sewn_loop",
      name: "Sewn webbing loop",
      features: ["end A", "end B"],
      zones: [
        { key: "pin", name: "Connector pin", x: 20, y: 48 },
        { key: "stitching", name: "Stitching", x: 140, y: 48 },
      ],
      parts: [{ part: "bar", x: 40, y: 40, w: 180, h: 12 }],
      loads_shared: true,
      inspection_points: [],
      id: null,
      picture_id: null,
      added_by: null,
      retired: false,
    },
  ],
  design_factors: [],
  proof_rules: [],
  populations: [
    { key: "shipped-0", item_types: ["sewn_loop"], shape: "normal", reason: "many strands", own: false, check: false },
  ],
  schools: [],
  failed_parts: ["specimen", "connector"],
  modes: ["clean", "torn"],
  rated_quantities: [
    { key: "peak", name: "Peak", measurands: ["force", "torque"] },
    { key: "first_failure", name: "First failure", measurands: ["force"] },
  ],
};
