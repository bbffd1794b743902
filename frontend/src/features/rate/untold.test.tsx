import { screen } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import { renderInLot } from "@/test/render";
import { rating } from "@/test/ratings";
import { Untold } from "./Untold";

describe("what was altered behind the application’s back", () => {
  it("is said above the figures, and nothing where nothing was", async () => {
    const altered = ["judgements 4", "measurements 9", "specimens 2", "pulls 1"];
    const { unmount } = renderInLot(<Untold rating={rating({}, { altered })} />);
    expect(await screen.findByRole("alert")).toHaveTextContent("judgements 4, measurements 9, specimens 2 and 1 more");
    expect(screen.getByText(/Nothing is signed over it/)).toBeInTheDocument();
    unmount();
    renderInLot(<Untold rating={rating()} />);
    expect(screen.queryByRole("alert")).not.toBeInTheDocument();
  });
});
