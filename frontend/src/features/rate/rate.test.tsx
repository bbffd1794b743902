import type { Schemas } from "@/api/client";
import { screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it, vi } from "vitest";
import { lotPage, rating, summary } from "@/test/data";
import { renderInLot, serve } from "@/test/render";
import { Borrow } from "./Borrow";
import { Claim } from "./Claim";
import { Evidence, Further } from "./Evidence";
import { Ledger } from "./Ledger";
import { Result } from "./Result";

describe("the ledger of schools", () => {
  it("marks the chosen and the recommended one", () => {
    renderInLot(<Ledger rating={rating()} unit="kN" onChoose={() => undefined} />);
    const row = screen.getByRole("radio", { name: /Tolerance bound, normal/ });
    expect(row).toBeChecked();
    expect(within(row).getByText("recommended")).toBeInTheDocument();
    expect(row).toHaveTextContent("21.0 kN");
  });
  it("shows a refusal with its reason and lets nobody choose it", () => {
    renderInLot(<Ledger rating={rating()} unit="kN" onChoose={() => undefined} />);
    const row = screen.getByRole("radio", { name: /Distribution-free/ });
    expect(row).toBeDisabled();
    expect(row).toHaveTextContent("Refused: needs 59 breaks, has 6");
  });
  it("does not offer what is no minimum", () => {
    renderInLot(<Ledger rating={rating()} unit="kN" onChoose={() => undefined} />);
    expect(screen.getByRole("radio", { name: /Average/ })).toBeDisabled();
  });
  it("tells which one was picked", async () => {
    const choose = vi.fn();
    renderInLot(<Ledger rating={rating()} unit="kN" onChoose={choose} />);
    await userEvent.click(screen.getByRole("radio", { name: /Lowest/ }));
    expect(choose).toHaveBeenCalledWith("lowest");
  });
  it("rounds down when another unit is shown", () => {
    renderInLot(<Ledger rating={rating()} unit="lbf" onChoose={() => undefined} />);
    expect(screen.getByRole("radio", { name: /Lowest/ })).toHaveTextContent("5125 lbf");
  });
});

describe("borrowing scatter", () => {
  const lender = (id: number, name: string, because: string | null = null) => ({
    id,
    name,
    customer: "Brindle Works",
    breaks: 5,
    mean_newtons: 23000,
    standard_deviation_newtons: 610,
    because,
    chosen: false,
  });
  it("sends the lots that were ticked and leaves those that cannot lend alone", async () => {
    const sent = serve({
      "GET /api/lots/7/lenders": () => ({
        body: [lender(4, "Spring lot"), lender(5, "Autumn lot", "holds more than breaks")],
      }),
      "PUT /api/lots/7/lenders": () => ({ body: [{ ...lender(4, "Spring lot"), chosen: true }] }),
    });
    renderInLot(<Borrow unit="kN" />);
    await userEvent.click(await screen.findByRole("button", { name: "Borrow scatter" }));
    expect(await screen.findByRole("checkbox", { name: /Autumn lot/ })).toBeDisabled();
    await userEvent.click(screen.getByRole("checkbox", { name: /Spring lot/ }));
    await userEvent.click(screen.getByRole("button", { name: "Borrow from 1 lot" }));
    await waitFor(() => expect(sent.find((s) => s.body)?.body).toEqual({ lot_ids: [4] }));
  });
  it("says when nobody can lend yet", async () => {
    serve({ "GET /api/lots/7/lenders": () => ({ body: [] }) });
    renderInLot(<Borrow unit="kN" />);
    await userEvent.click(await screen.findByRole("button", { name: "Borrow scatter" }));
    expect(await screen.findByText(/No other lot of this type has a break yet/)).toBeInTheDocument();
  });
});

describe("the result", () => {
  it("shows minimum, factor and working load as the core states them", () => {
    renderInLot(<Result rating={rating()} unit="kN" onFactor={() => undefined} />);
    expect(screen.getByTestId("minimum")).toHaveTextContent("21.0");
    expect(screen.getByTestId("working-load")).toHaveTextContent("4.2");
  });
  it("moves to the next stop by key and takes the stop's own figure", async () => {
    const factor = vi.fn();
    renderInLot(<Result rating={rating()} unit="kN" onFactor={factor} />);
    screen.getByRole("slider", { name: "Design factor" }).focus();
    await userEvent.keyboard("{ArrowRight}");
    expect(factor).toHaveBeenCalledWith(6);
  });
  it("says why there is none", () => {
    renderInLot(
      <Result
        rating={rating({ minimum: null, working_load_limit: null, recommended_because: "One break gives no minimum." })}
        unit="kN"
        onFactor={() => undefined}
      />,
    );
    expect(screen.getByText("None yet")).toBeInTheDocument();
    expect(screen.getByText("One break gives no minimum.")).toBeInTheDocument();
  });
});

describe("the claim", () => {
  const verdict = {
    state: "fail" as const,
    because: "Even the upper bound lies below the claim.",
    claimed_newtons: 24000,
    claimed: { text: "24.0", unit: "kN", newtons: 24000 },
    lower_newtons: 21085,
    upper_newtons: 23006,
    uncertainty_newtons: 0,
    quantity: "5th percentile",
  };
  const margins = {
    excess_newtons: -3000,
    excess_text: "-3.0",
    excess_share: -0.125,
    realised_factor: 7,
    required_newtons: 3000,
    band: "above",
    meets_requirement: true,
  };

  it("is answered in a sentence, with force, per cent and factor", () => {
    const page = lotPage({ summary: summary({ requirement: { newtons: 3000, measure: "working_load" } }) });
    renderInLot(<Claim rating={rating({ verdict, margins })} unit="kN" />, { page });
    expect(screen.getByTestId("verdict")).toHaveTextContent("Fails.");
    expect(screen.getByText(/\u22123\.0 kN, \u221212\.5 %/)).toBeInTheDocument();
    expect(screen.getByText("7.00")).toBeInTheDocument();
    expect(screen.getByText(/over-strong is a finding too/)).toBeInTheDocument();
    expect(screen.getByText("carried")).toBeInTheDocument();
  });
  it("is said to be missing", () => {
    renderInLot(<Claim rating={rating()} unit="kN" />);
    expect(screen.getByText("No claim")).toBeInTheDocument();
  });
});

describe("the evidence", () => {
  const plot: Schemas["Rating"]["plot"] = [
    {
      family: "normal",
      logarithms: false,
      points: [
        { newtons: 22800, share: 0.2, score: -0.84, arrow: null },
        { newtons: 23900, share: 0.6, score: 0.25, arrow: "right" },
      ],
      axis: [
        { share: 0.03, score: -1.88 },
        { share: 0.05, score: -1.64 },
        { share: 0.5, score: 0 },
        { share: 0.98, score: 2.05 },
      ],
      location: 23600,
      scale: 680,
    },
  ];
  const aids = [
    {
      key: "grubbs",
      name: "Grubbs",
      flags: true,
      in_words: "too far out",
      can_see: "At 6 values one.",
      values: ["20.1"],
    },
  ];
  it("draws the breaks on a line, bounds as arrows, and says what each test can see", () => {
    serve();
    renderInLot(<Evidence rating={rating({ plot, aids })} unit="kN" />);
    expect(screen.getByRole("img", { name: /Probability plot/ }).querySelectorAll("circle")).toHaveLength(1);
    expect(screen.getByText("1 test of 1 see something")).toBeInTheDocument();
    expect(screen.getByText(/At 6 values one/)).toBeInTheDocument();
  });
  it("says what limits next and what more breaks would do", () => {
    serve();
    const ways = {
      in_words: "“stitching” limits.",
      ways: [{ mode: "stitching", breaks: 4, newtons: 20100, school: "x", refusal: null, stated: "20.1" }],
    };
    renderInLot(
      <Further
        rating={rating({ ways, next_breaks: [{ more: 1, newtons: 21300, expected_newtons: null, stated: "21.3" }] })}
        unit="kN"
      />,
    );
    expect(screen.getByText("“stitching” limits.")).toBeInTheDocument();
    expect(screen.getByText("1 more").parentElement).toHaveTextContent("21.3 kN");
  });
});
