import { describe, expect, it } from "vitest";
import type { Schemas } from "@/api/client";
import { changeOf } from "./change";

const lot = { id: 1, display_unit: "kN" } as Schemas["Lot"];

describe("what the form says as the API wants it", () => {
  it("turns forces into newtons of the unit that is chosen in the same form", () => {
    expect(changeOf({ claim_newtons: "4,5" }, lot).change.claim_newtons).toBeCloseTo(4500);
    expect(changeOf({ claim_newtons: "10", display_unit: "kgf" }, lot).change.claim_newtons).toBeCloseTo(98.0665);
  });
  it("turns per cent into shares and emptiness into nothing", () => {
    expect(changeOf({ shared_uncertainty_share: "0.6", claim_factor: "", school: "" }, lot).change).toEqual({
      shared_uncertainty_share: 0.006,
      claim_factor: null,
      school: null,
    });
  });
  it("names every field that is no number", () => {
    expect(Object.keys(changeOf({ design_factor: "five", marking_step: "x", name: "A" }, lot).wrong)).toEqual([
      "design_factor",
      "marking_step",
    ]);
  });
});
