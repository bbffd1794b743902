import { render, screen } from "@testing-library/react";
import { act } from "react";
import { describe, expect, it } from "vitest";
import { noteUnsaved, useUnsaved } from "@/lot/unsaved";
import { lotPage } from "@/test/data";
import { askOf } from "./askForm";
import { unsavedOf } from "./unsavedOf";

const known = askOf(lotPage());

describe("what is typed and not saved", () => {
  it("is said in words, with the factor for the rule", () => {
    expect(unsavedOf(known, known)).toBeNull();
    expect(unsavedOf({ ...known, design_factor: "7" }, known)).toEqual({ said: ["design factor 7"], factor: 7 });
    expect(unsavedOf({ ...known, material: "Nylon", item_condition: "wet" }, known)?.said).toEqual([
      "material",
      "condition",
    ]);
    expect(unsavedOf({ ...known, design_factor: "99" }, known)?.factor).toBeUndefined();
    expect(unsavedOf({ ...known, design_factor: "" }, known)?.said).toEqual(["design factor"]);
  });
  it("is known to every page, until it is saved or taken back", () => {
    const Page = () => <p>{Object.keys(useUnsaved(7)).join(", ") || "nothing"}</p>;
    render(<Page />);
    expect(screen.getByText("nothing")).toBeInTheDocument();
    act(() => noteUnsaved(7, "Ask", { said: ["design factor 7"] }));
    act(() => noteUnsaved(7, "Plan", { said: ["the plan"] }));
    expect(screen.getByText("Ask, Plan")).toBeInTheDocument();
    act(() => noteUnsaved(8, "Ask", null));
    act(() => noteUnsaved(7, "Plan", null));
    expect(screen.getByText("Ask")).toBeInTheDocument();
    act(() => noteUnsaved(7, "Ask", null));
    expect(screen.getByText("nothing")).toBeInTheDocument();
  });
  it("survives somebody else's text under its key", () => {
    localStorage.setItem("unsaved-9", "{cut");
    const Page = () => <p>{Object.keys(useUnsaved(9)).length}</p>;
    render(<Page />);
    expect(screen.getByText("0")).toBeInTheDocument();
  });
});
