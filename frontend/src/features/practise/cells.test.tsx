import { screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it } from "vitest";
import { figure } from "@/test/data";
import { practiceRun as run } from "@/test/practice";
import { renderInLot, serve } from "@/test/render";
import { Cells } from "./Cells";

const bare = { key: "big", name: "The cell of 100 kN", plate: "100 kN, step 0.02 kN", checked: null, points: [] };
const other = { ...bare, key: "small", name: "The cell of 2 kN", checked: 0 };
const point = { applied: figure(1000), up: figure(1100), down: figure(1060), off: "+0.10 kN", off_share: 0.1 };
const checked = run({ cells: [{ ...bare, checked: 2, points: [point] }, other] });

describe("the cells of a lesson", () => {
  it("shows what a cell reads once masses hung on it, and which one is in line", async () => {
    const sent = serve({ "POST /api/practice-runs/5/checks": () => ({ status: 201, body: checked }) });
    renderInLot(<Cells own run={run({ cells: [bare, other] })} />);
    expect(await screen.findByText("Checked before the first pull.")).toBeInTheDocument();
    await userEvent.click(screen.getByRole("button", { name: "Hang masses on it" }));
    await waitFor(() => expect(sent[0]?.body).toEqual({ cell: "big" }));
  });
  it("shows to an instructor what it read, and no key", async () => {
    serve();
    renderInLot(<Cells own={false} run={checked} />);
    expect(await screen.findByText("Checked after pull 2.")).toBeInTheDocument();
    expect(screen.getByText("10.0 %")).toBeInTheDocument();
    expect(screen.queryByRole("button")).toBeNull();
  });
});
