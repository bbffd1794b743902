import { render, screen } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import { BackupLine } from "./BackupLine";

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
