import { screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it } from "vitest";
import { checkShown, instrument } from "@/test/chain";
import { figure } from "@/test/data";
import { renderInLot, serve } from "@/test/render";
import { cellKey, checkOf, emptyForm, enough, loadsOf, readingOrder } from "./checkForm";
import { InstrumentView } from "./InstrumentView";
import { NewCheckSheet } from "./NewCheckSheet";

const KN = { symbol: "kN", factor: 1000 };
const AT = "2026-11-26T08:00:00Z";
const filled = (cells: Record<string, string>) => ({ ...emptyForm("kN"), loads: "0 500 1000", series: 1, cells });

describe("what was typed of a check", () => {
  it("takes loads apart by spaces and lines, and leaves sums whole", () => {
    expect(loadsOf("0 20;40\n60 + 20 100")).toEqual(["0", "20", "40", "60+20", "100"]);
  });
  it("reads up and down again, the highest once, series after series", () => {
    expect(readingOrder(["0", "5", "9"], 2).map((one) => one.key)).toEqual([
      "0.up.0",
      "0.up.1",
      "0.up.2",
      "0.down.1",
      "0.down.0",
      "1.up.0",
      "1.up.1",
      "1.up.2",
      "1.down.1",
      "1.down.0",
    ]);
  });
  it("sends what was read in that order, and nothing of what was not", () => {
    const form = filled({
      [cellKey(0, "up", 0)]: "0.01",
      [cellKey(0, "up", 2)]: "9.8 ",
      [cellKey(0, "down", 1)]: "4.9",
    });
    expect(checkOf(form, AT, "typed").series).toEqual([
      {
        readings: [
          { applied: { text: "0", unit: "kg" }, indicated: { text: "0.01", unit: "kN" } },
          { applied: { text: "1000", unit: "kg" }, indicated: { text: "9.8", unit: "kN" } },
          { applied: { text: "500", unit: "kg" }, indicated: { text: "4.9", unit: "kN" } },
        ],
      },
    ]);
  });
  it("says where the bench stands in the way that was chosen, with either mark", () => {
    const place = { ...emptyForm("kN"), gravity: "place" as const, latitude: "−52,4", height: "" };
    expect(checkOf(place, AT, "typed").gravity).toEqual({ latitude: -52.4, height: 0 });
    expect(checkOf({ ...place, gravity: "given", g: "9.8126" }, AT, "typed").gravity).toEqual({ value: 9.8126 });
    expect(checkOf({ ...place, gravity: "standard" }, AT, "typed").gravity).toBeNull();
  });
  it("is enough with two loads read, or a mass for a step of a file, also as a sum", () => {
    expect(enough(filled({ [cellKey(0, "up", 0)]: "0" }))).toBe(false);
    expect(enough(filled({ [cellKey(0, "up", 0)]: "0", [cellKey(0, "up", 1)]: "4.9" }))).toBe(true);
    const file = { ...emptyForm("kN"), file: { id: 3, steps: 2 }, stepLoads: ["0", ""] };
    expect(enough(file)).toBe(false);
    expect(enough({ ...file, stepLoads: ["0", "20+10"] })).toBe(true);
  });
});

describe("an instrument", () => {
  it("says first from where to where it may be used, and until when", () => {
    serve();
    renderInLot(<InstrumentView cell={instrument()} unit={KN} />);
    return screen.findByText(/It may be used from 4.00 kN to 36.0 kN/).then((words) => {
      expect(words.closest("section")).toHaveTextContent("Good until 22 December 2026");
    });
  });
  it("is not to be used while it failed, and says so before anything else", async () => {
    serve();
    const failed = instrument({
      state: "failed",
      standing: "Failed its last check.",
      last: checkShown({ passed: false }),
    });
    renderInLot(<InstrumentView cell={failed} unit={KN} />);
    expect(await screen.findByRole("heading", { name: "Not to be used now" })).toBeInTheDocument();
    expect(screen.getByText("Failed its last check.")).toBeInTheDocument();
  });
  it("was never checked: says what to do, and draws nothing", async () => {
    serve();
    renderInLot(<InstrumentView cell={instrument({ last: null, state: "never" })} unit={KN} />);
    expect(await screen.findByText("Never checked against masses")).toBeInTheDocument();
    expect(screen.queryByRole("img")).not.toBeInTheDocument();
  });
  it("names the parts of a reading, what is shared, and what is not known", async () => {
    serve();
    const part = {
      key: "calibration",
      name: "Certificate",
      shared: true,
      dof: null,
      standard: figure(54, 3),
      bias: null,
    };
    const reading = {
      ...instrument().reading,
      parts: [part],
      unknown: ["check with masses"],
      expanded: figure(157, 3),
    };
    renderInLot(<InstrumentView cell={instrument({ reading })} unit={KN} />);
    expect(await screen.findByText("Certificate")).toHaveTextContent("Certificate, shared");
    expect(screen.getByText(/Not known, so not in it: check with masses/)).toBeInTheDocument();
  });
});

describe("a new check", () => {
  const type = async () => {
    await userEvent.type(await screen.findByLabelText("Loads, small to large"), "0 500");
    await userEvent.type(screen.getByLabelText("Series 1, up, 0 kg"), "0.00{Enter}");
    expect(screen.getByLabelText("Series 1, up, 500 kg")).toHaveFocus();
    await userEvent.keyboard("4.91");
  };
  const sheet = () => renderInLot(<NewCheckSheet cell={instrument()} unit={KN} onClose={() => undefined} />);

  it("is signed by the hash of what is on the screen", async () => {
    const sent = serve({
      "POST /api/instruments/2/check-preview": () => ({ body: checkShown({ sha256: "b".repeat(64) }) }),
      "POST /api/instruments/2/checks": () => ({ status: 201, body: instrument() }),
    });
    sheet();
    await type();
    const sign = screen.getByRole("button", { name: "Sign the check" });
    expect(sign).toBeDisabled();
    await screen.findByText(/It may be used from/);
    await userEvent.click(sign);
    await waitFor(() => expect(sent.at(-1)?.path).toBe("/api/instruments/2/checks"));
    expect(sent.at(-1)?.body).toMatchObject({ sha256: "b".repeat(64) });
  });
  it("cannot be signed while what was typed last is not on the screen", async () => {
    serve({ "POST /api/instruments/2/check-preview": () => ({ body: checkShown() }) });
    sheet();
    await type();
    await screen.findByText(/It may be used from/);
    await userEvent.keyboard("5");
    expect(screen.getByRole("button", { name: "Sign the check" })).toBeDisabled();
    expect(screen.queryByText(/It may be used from/)).not.toBeInTheDocument();
  });
  it("says what is wrong with it in the words of the server", async () => {
    const error = { kind: "invalid", message: "the masses do not add up", fields: {} };
    serve({ "POST /api/instruments/2/check-preview": () => ({ status: 422, body: { error } }) });
    sheet();
    await type();
    expect(await screen.findByText(/do not add up/)).toBeInTheDocument();
  });
});
