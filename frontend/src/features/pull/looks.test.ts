import { describe, expect, it } from "vitest";
import { looksOf, wantedFirst } from "./looks";
import type { Item } from "./useDrop";

const item = (key: string, state: Item["state"], ...confidences: ("look" | "likely")[]) =>
  ({
    key,
    state,
    preview: { doubts: confidences.map((confidence) => ({ kind: "peak", at_seconds: 1, confidence, doubt: "?" })) },
  }) as unknown as Item;

describe("the files of a drop", () => {
  it("that want a look or an answer come first, each in the order they came", () => {
    const items = [
      item("plain", "ready"),
      item("likely", "ready", "likely"),
      item("doubtful", "ready", "likely", "look"),
      item("asking", "asks"),
      item("saved", "saved", "look"),
    ];
    expect(wantedFirst(items).map((i) => i.key)).toEqual(["doubtful", "asking", "plain", "likely", "saved"]);
  });
  it("show only what is to be looked at", () => {
    expect(looksOf(item("a", "ready", "likely", "look").preview)).toHaveLength(1);
    expect(looksOf(undefined)).toHaveLength(0);
  });
});
