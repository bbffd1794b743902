import { fireEvent, render, screen } from "@testing-library/react";
import { beforeEach, describe, expect, it, vi } from "vitest";
import { useScanner } from "./useScanner";

const codes: string[] = [];
const keys: string[] = [];
function Page() {
  useScanner((code) => codes.push(code));
  return (
    <>
      <button type="button">somewhere</button>
      <input aria-label="field" />
    </>
  );
}
const type = (text: string, at: Element = document.body) =>
  [...text].forEach((key) => fireEvent.keyDown(at, { key: key === "\n" ? "Enter" : key }));

describe("a scanner", () => {
  beforeEach(() => {
    vi.useFakeTimers();
    codes.length = keys.length = 0;
    render(<Page />);
    screen.getByRole("button").addEventListener("keydown", (event) => keys.push(event.key));
  });
  it("opens the piece of a label, by its code or by its address", () => {
    type("5-12\n");
    type("http://bench.example/piece/7-3\n");
    expect(codes).toEqual(["5-12", "7-3"]);
  });
  it("keeps what it typed from the keys of the page", () => {
    type("5-12\n", screen.getByRole("button"));
    vi.runAllTimers();
    expect(keys).toEqual([]);
  });
  it("gives the page its keys when it was a hand", () => {
    type("1", screen.getByRole("button"));
    vi.runAllTimers();
    type("2", screen.getByRole("button"));
    vi.runAllTimers();
    expect(keys).toEqual(["1", "2"]);
    expect(codes).toEqual([]);
  });
  it("leaves every other key alone at once", () => {
    type("bjk", screen.getByRole("button"));
    expect(keys).toEqual(["b", "j", "k"]);
  });
  it("leaves a field to whoever types into it", () => {
    type("5-12\n", screen.getByLabelText("field"));
    expect(codes).toEqual([]);
  });
});
