import { describe, expect, it } from "vitest";
import { toBody } from "./NewStudy";

describe("A study as it is sent", () => {
  it("gives quantities their numbers, and hands steps over to be put into every order", () => {
    expect(
      toBody({
        name: "Sewn",
        factors: [
          { name: "Thread", kind: "nominal", levels: "polyester, aramid" },
          { name: "Rows", kind: "quantity", levels: "4, 6" },
          { name: "Order", kind: "order_of_steps", levels: "sewn, heat-set" },
        ],
      }).factors,
    ).toEqual([
      {
        name: "Thread",
        kind: "nominal",
        levels: [
          { name: "polyester", value: null },
          { name: "aramid", value: null },
        ],
      },
      {
        name: "Rows",
        kind: "quantity",
        levels: [
          { name: "4", value: 4 },
          { name: "6", value: 6 },
        ],
      },
      { name: "Order", kind: "order_of_steps", steps: ["sewn", "heat-set"] },
    ]);
  });
});
