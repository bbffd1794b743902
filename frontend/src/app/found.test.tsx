import { screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { Command } from "cmdk";
import { describe, expect, it, vi } from "vitest";
import type { Schemas } from "@/api/client";
import { renderInLot, serve } from "@/test/render";
import { FoundMore } from "./FoundMore";

const found: Schemas["Found"] = {
  lots: [],
  files: [],
  pieces: [],
  tests: [],
  products: [],
  jobs: [{ id: 2, name: "Brindle: Loops", lot_id: 7 }],
  named: [
    { kind: "cell", id: 4, name: "C-2" },
    { kind: "person", id: 1, name: "Wren" },
  ],
  papers: [{ name: "Statement 7-1", path: "/lots/7/papers" }],
  remarks: [{ pull_id: 9, lot_id: 7, lot: "Tape", number: 3, text: "Crossed thread" }],
};

describe("what the palette finds besides lots", () => {
  it("opens papers, jobs, remarks, cells and people where they are", async () => {
    serve();
    vi.stubGlobal(
      "ResizeObserver",
      class {
        observe = () => undefined;
        unobserve = () => undefined;
        disconnect = () => undefined;
      },
    );
    Element.prototype.scrollIntoView = () => undefined;
    const gone: string[] = [];
    renderInLot(
      <Command shouldFilter={false}>
        <Command.List>
          <FoundMore found={found} navigate={(to) => gone.push(to)} />
        </Command.List>
      </Command>,
    );
    for (const name of ["Statement 7-1", "Brindle: Loops", "Crossed thread", "C-2", "Wren"])
      await userEvent.click(await screen.findByText(name));
    expect(gone).toEqual(["/lots/7/papers", "/lots/7/ask", "/lots/7/judge?pull=9", "/benches/cells/4", "/people"]);
    expect(screen.getByText("Tape, pull 3")).toBeInTheDocument();
  });
});
