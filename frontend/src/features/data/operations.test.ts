import { describe, expect, it } from "vitest";
import { operationsOf, type Described } from "./operations";

const described: Described = {
  info: { description: "" },
  paths: {
    "/api/lots/{id}": {
      get: {
        operationId: "lot",
        summary: "One lot",
        parameters: [{ name: "id", in: "path", required: true, schema: { type: "integer" } }],
        responses: {
          "200": { content: { "application/json": { schema: { $ref: "#/components/schemas/Lot" } } } },
          "404": { $ref: "x" },
        },
      },
      patch: {
        operationId: "changeLot",
        requestBody: { content: { "multipart/form-data": { schema: {} } } },
        responses: { "204": {} },
      },
    },
  },
  components: {
    schemas: {
      Lot: {
        type: "object",
        required: ["id"],
        properties: {
          id: { type: "integer" },
          next: { $ref: "#/components/schemas/Lot" },
          state: { enum: ["a", "b"] },
          at: { type: "string", format: "date-time" },
        },
      },
    },
  },
};

describe("the description of the interface", () => {
  const [lot, change] = operationsOf(described);

  it("is told with parameters and shapes, and no further than it goes", () => {
    expect(lot).toMatchObject({ id: "lot", verb: "GET", summary: "One lot" });
    expect(lot?.parameters).toEqual([{ name: "id", place: "path", kind: "integer", needed: true }]);
    expect(lot?.answer).toContain("id: integer");
    expect(lot?.answer).toContain('state?: "a" | "b"');
    expect(lot?.answer).toContain("at?: string (date-time)");
    expect(lot?.answer.match(/next\?/g)).toHaveLength(2);
  });
  it("says what is sent otherwise than as JSON, and that nothing comes back", () => {
    expect([change?.body, change?.answer]).toEqual(["multipart/form-data", "nothing"]);
  });
});
