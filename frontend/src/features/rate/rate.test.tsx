import type { Schemas } from "@/api/client";
import { screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it, vi } from "vitest";
import { ask, figure, lotPage, rating, statement, summary } from "@/test/data";
import { renderInLot, serve } from "@/test/render";
import { Borrow } from "./Borrow";
import { Claims } from "./Claims";
import { Evidence } from "./Evidence";
import { Ledger } from "./Ledger";
import { Preloaded } from "./Preloaded";
import { Result } from "./Result";

describe("the ledger of schools", () => {
  const ledger = (choose = vi.fn(), given = {}) => {
    serve();
    renderInLot(<Ledger statement={statement()} onChoose={choose} />, given);
    return (name: RegExp) => screen.findByRole("radio", { name });
  };
  it("marks the chosen and the recommended one", async () => {
    const row = await ledger()(/Tolerance bound, normal/);
    expect(row).toBeChecked();
    expect(within(row).getByText("recommended")).toBeInTheDocument();
    expect(row).toHaveTextContent("21.0 kN");
  });
  it("shows a refusal with its reason and lets nobody choose it", async () => {
    const row = await ledger()(/Distribution-free/);
    expect(row).toBeDisabled();
    expect(row).toHaveTextContent("Refused: needs 59 breaks, has 6");
  });
  it("offers no average", async () => expect(await ledger()(/Average/)).toBeDisabled());
  it("tells which one was picked", async () => {
    const choose = vi.fn();
    await userEvent.click(await ledger(choose)(/Lowest/));
    expect(choose).toHaveBeenCalledWith("lowest");
  });
  it("shows the core's own text of another unit", async () => {
    const unit = { symbol: "lbf", factor: 4.4482216152605 };
    expect(await ledger(vi.fn(), { unit })(/Lowest/)).toHaveTextContent("5125 lbf");
  });
});

describe("borrowing scatter", () => {
  const lender = (id: number, name: string, reason: string | null = null): Schemas["Lender"] => ({
    id,
    name,
    customer: "Brindle Works",
    breaks: 5,
    mean: figure(23000),
    standard_deviation: figure(610),
    reason,
    chosen: false,
  });
  it("sends the lots that were ticked and leaves those that cannot lend alone", async () => {
    const sent = serve({
      "GET /api/lots/7/lenders": () => ({
        body: [lender(4, "Spring lot"), lender(5, "Autumn lot", "holds more than breaks")],
      }),
      "PUT /api/lots/7/lenders": () => ({ body: [{ ...lender(4, "Spring lot"), chosen: true }] }),
    });
    renderInLot(<Borrow />);
    await userEvent.click(await screen.findByRole("button", { name: "Borrow scatter" }));
    expect(await screen.findByRole("checkbox", { name: /Autumn lot/ })).toBeDisabled();
    await userEvent.click(screen.getByRole("checkbox", { name: /Spring lot/ }));
    await userEvent.click(screen.getByRole("button", { name: "Borrow from 1 lot" }));
    await waitFor(() => expect(sent.find((s) => s.body)?.body).toEqual({ lot_ids: [4] }));
  });
  it("says when nobody can lend yet", async () => {
    serve({ "GET /api/lots/7/lenders": () => ({ body: [] }) });
    renderInLot(<Borrow />);
    await userEvent.click(await screen.findByRole("button", { name: "Borrow scatter" }));
    expect(await screen.findByText(/No other lot of this type has a break yet/)).toBeInTheDocument();
  });
});

describe("the result", () => {
  it("shows minimum, factor and working load as the core states them", async () => {
    renderInLot(<Result rating={rating()} onFactor={() => undefined} />);
    expect(await screen.findByTestId("minimum")).toHaveTextContent("21.0");
    expect(screen.getByTestId("factor")).toHaveTextContent("5");
    expect(screen.getByTestId("working-load")).toHaveTextContent("4.2");
  });
  it("moves to the next stop by key and takes the stop's own figure", async () => {
    const factor = vi.fn();
    renderInLot(<Result rating={rating()} onFactor={factor} />);
    (await screen.findByRole("slider", { name: "Design factor" })).focus();
    await userEvent.keyboard("{ArrowRight}");
    expect(factor).toHaveBeenCalledWith(6);
  });
  it("says why there is none", async () => {
    const none = rating({ minimum: null, working_load_limit: null, recommended_reason: "One break gives no minimum." });
    renderInLot(<Result rating={none} onFactor={() => undefined} />);
    expect(await screen.findByText("None yet")).toBeInTheDocument();
    expect(screen.getByText("One break gives no minimum.")).toBeInTheDocument();
  });
});

describe("pieces loaded before", () => {
  it("shows the minimum with and without them, and tells which was chosen", async () => {
    const change = vi.fn();
    const found = {
      count: 2,
      counted: true,
      with: figure(20000),
      without: figure(21000),
      pairs: 2,
      paired_in_words: "Two pairs.",
      in_words: "2 of 6.",
    };
    renderInLot(<Preloaded found={found} onChange={change} />);
    expect((await screen.findByText("Minimum with them")).parentElement).toHaveTextContent("20.0 kN");
    expect(screen.getByText("Minimum without").parentElement).toHaveTextContent("21.0 kN");
    await userEvent.click(screen.getByRole("radio", { name: "leave out" }));
    expect(change).toHaveBeenCalledWith("leave_out");
  });
});

describe("claims", () => {
  const verdict: Schemas["Verdict"] = {
    state: "fail",
    reason: "Even the upper bound lies below the claim.",
    claim_id: 31,
    source: "leaflet",
    claimed: figure(24000),
    claimed_si: 24000,
    lower_si: 21085,
    upper_si: 23006,
    uncertainty_si: 0,
    quantity: "5th percentile",
    sure_share: 0.03,
    wrong: "Wrong with 3 %, by these breaks alone.",
  };
  const margin: Schemas["Margin"] = {
    excess: { text: "-3.0", unit: "kN", value_si: -3000, texts: { kN: "-3.0" } },
    excess_share: -0.125,
    excess_share_text: "-12.5 %",
    realised_factor: 7,
    realised_factor_text: "7.00",
    required_si: 3000,
    band: "above",
    meets_requirement: true,
  };
  it("are answered in sentences, with force, per cent and factor; what differs between them is said", async () => {
    const conflict = "Two claims differ: 24 kN, and 30 kN.";
    const given = statement({ verdicts: [verdict], margins: [margin], claim_conflicts: [conflict] });
    renderInLot(<Claims statement={given} />);
    expect(await screen.findByTestId("verdict")).toHaveTextContent("Fails.");
    expect(screen.getByText(/\u22123\.0 kN, \u221212\.5 %/)).toBeInTheDocument();
    expect(screen.getByText("7.00")).toBeInTheDocument();
    expect(screen.getByText(/over-strong is a finding too/)).toBeInTheDocument();
    expect(screen.getByText("carried")).toBeInTheDocument();
    expect(screen.getByText(conflict)).toBeInTheDocument();
  });
  it("are said to be missing", async () => {
    renderInLot(<Claims statement={statement()} />, {
      page: lotPage({ ask: ask({ claims: [] }), summary: summary({ claims: [] }) }),
    });
    expect(await screen.findByText("No claim")).toBeInTheDocument();
  });
});

describe("the evidence", () => {
  const plot: Schemas["Statement"]["plot"] = [
    {
      family: "normal",
      logarithms: false,
      points: [
        { value_si: 22800, share: 0.2, score: -0.84, arrow: null },
        { value_si: 23900, share: 0.6, score: 0.25, arrow: "right" },
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
  const grubbs = {
    key: "grubbs",
    name: "Grubbs",
    flags: true,
    in_words: "too far out",
    detectable: "At 6 values one.",
  };
  it("draws the breaks on a line, bounds as arrows, and says what each test can see", async () => {
    serve();
    const given = statement({ plot, sample_tests: [{ ...grubbs, values: [figure(20100)] }] });
    renderInLot(<Evidence statement={given} />);
    const drawn = await screen.findByRole("img", { name: /Probability plot/ });
    expect(drawn.querySelectorAll("circle")).toHaveLength(1);
    expect(screen.getByText("1 test of 1 see something")).toBeInTheDocument();
    expect(screen.getByText(/At 6 values one/)).toBeInTheDocument();
  });
});
