import { render, screen } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import { renderInLot, serve } from "@/test/render";
import { BackupLine } from "./BackupLine";
import { Concluded } from "./Concluded";

const ago = (hours: number) => new Date(Date.now() - hours * 3_600_000).toISOString();

describe("the backup line", () => {
  it("says how old and how large the last one is", () => {
    render(<BackupLine backup={{ at: ago(5), bytes: 12_340_000 }} />);
    expect(screen.getByText(/Last backup/)).toHaveTextContent("12.3 MB, kept for 30 days");
    expect(screen.queryByRole("alert")).not.toBeInTheDocument();
  });
  it("is an alert when it is older than two days", () => {
    render(<BackupLine backup={{ at: ago(49), bytes: 1 }} />);
    expect(screen.getByRole("alert")).toHaveTextContent("0.1 MB");
  });
  it("says why the last try failed", () => {
    render(<BackupLine backup={{ at: ago(30), bytes: 1, failed_at: ago(1), error: "No space left on device" }} />);
    expect(screen.getByRole("alert")).toHaveTextContent("The last try failed: No space left on device.");
  });
  it("promises one where there is none yet", () => {
    render(<BackupLine backup={{}} />);
    expect(screen.getByText(/No backup yet/)).toBeInTheDocument();
  });
});

describe("conclusions that wait", () => {
  const row = {
    id: 3,
    number: 2,
    lot_id: 7,
    lot: "Loop, four bars",
    customer: "Brindle Works",
    person: "Wren Ashdown",
    created_at: ago(3),
  };
  it("lead to where they are looked at and countersigned", async () => {
    serve();
    renderInLot(<Concluded rows={[row]} />);
    const link = await screen.findByRole("link", { name: /Conclusion 2 about Loop, four bars/ });
    expect(link).toHaveAttribute("href", "/lots/7/compare");
    expect(link).toHaveTextContent("signed by Wren Ashdown");
  });
  it("are no heading of their own where none waits", async () => {
    serve();
    renderInLot(<Concluded rows={[]} />);
    await new Promise((done) => setTimeout(done, 20));
    expect(screen.queryByText("Concluded, to review")).not.toBeInTheDocument();
  });
});
