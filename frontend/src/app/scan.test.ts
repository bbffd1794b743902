import { describe, expect, it } from "vitest";
import { placeOf } from "./ScanCode";

describe("a code before the camera", () => {
  it("opens a piece or a record, whatever the address before it", () => {
    expect(placeOf("http://bench.example:4870/piece/12-3")).toBe("/piece/12-3");
    expect(placeOf("https://x/record/01M8EAE6SH258A18FQX73J0N9K")).toBe("/record/01M8EAE6SH258A18FQX73J0N9K");
  });
  it("is left alone when it is none of ours", () => {
    for (const other of ["", "https://elsewhere.example/", "/piece/12-3/../../x", "/record/short", "javascript:1"])
      expect(placeOf(other)).toBeNull();
  });
});
