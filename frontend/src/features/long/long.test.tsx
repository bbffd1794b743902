import { screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it } from "vitest";
import { LongChart } from "@/charts/LongChart";
import { chart, counted, counts, kind, longTest } from "@/test/lasting";
import { renderInLot, serve } from "@/test/render";
import { Agreed } from "./Agreed";
import { NewLongTest } from "./NewLongTest";
import { ReadForm } from "./ReadForm";
import { ReadingsTable } from "./ReadingsTable";
import { Reports } from "./Reports";
import { readProgramme, readSchedule, scheduleText } from "./schedule";
import { SignReport } from "./SignReport";
import { stationsOf } from "./stationsOf";
import { Stations } from "./Stations";

const first = (test = longTest()) => test.stations[0] as (typeof test.stations)[number];

describe("a reading at the rig", () => {
  it("shows the last one beside the field, sends it as typed, and is ready for the next", async () => {
    const sent = serve({ "POST /api/stations/1/readings": () => ({ status: 201, body: longTest() }) });
    renderInLot(<ReadForm test={longTest()} kind={kind} station={first()} onChoose={() => undefined} />);
    expect(await screen.findByText("last 0.69 mm")).toBeInTheDocument();
    expect(screen.getByText(/overdue since/)).toBeInTheDocument();
    await userEvent.type(screen.getByLabelText("Travel"), "0.71");
    await userEvent.click(screen.getByRole("button", { name: "Keep the reading" }));
    await waitFor(() => expect(screen.getByLabelText("Travel")).toHaveValue(""));
    expect(sent[0]?.body).toEqual({ values: { travel: { text: "0.71", unit: "mm" } }, note: "" });
    expect(sent[0]?.once).toBeTruthy();
  });
  it("keeps what was typed and says what is wrong with it", async () => {
    const words = "The reading was not kept: the count fell.";
    serve({
      "POST /api/stations/1/readings": () => ({
        status: 422,
        body: { error: { kind: "x", message: words, fields: { count: "the count fell" } } },
      }),
    });
    const test = counts(40);
    renderInLot(<ReadForm test={test} kind={counted} station={first(test)} onChoose={() => undefined} />);
    await userEvent.type(await screen.findByLabelText("Cycles"), "30");
    await userEvent.type(screen.getByLabelText("Travel"), "0.2");
    await userEvent.click(screen.getByRole("radio", { name: "broke" }));
    await userEvent.click(screen.getByRole("button", { name: "Keep the reading" }));
    expect(await screen.findByText("the count fell")).toBeInTheDocument();
    expect(screen.getByLabelText("Travel")).toHaveValue("0.2");
  });
  it("is withdrawn with a reason, and a logged one is not", async () => {
    const sent = serve({ "POST /api/long-readings/2/withdrawal": () => ({ status: 201, body: longTest() }) });
    const test = longTest();
    first(test).readings[1] = {
      ...(first(test).readings[1] as (typeof test.stations)[number]["readings"][number]),
      source: "logged",
    };
    renderInLot(<ReadingsTable test={test} kind={kind} station={first(test)} />);
    await userEvent.click(await screen.findByRole("button", { name: "Withdraw" }));
    await userEvent.type(screen.getByLabelText("Why"), "a digit too many");
    await userEvent.click(within(screen.getByRole("dialog")).getByRole("button", { name: "Withdraw" }));
    await waitFor(() => expect(sent[0]?.body).toEqual({ reason: "a digit too many" }));
    expect(screen.getByText("logged")).toBeInTheDocument();
  });
});

describe("what a long test says", () => {
  it("stands by station, and by its curve with limits and horizon", async () => {
    serve();
    renderInLot(
      <>
        <Stations test={longTest()} chosen={1} onChoose={() => undefined} />
        <LongChart chart={chart()} label="slowing" />
      </>,
    );
    expect(await screen.findByText(/In 50 years it will have come to/)).toBeInTheDocument();
    const drawn = screen.getByRole("img", { name: "slowing" });
    expect(drawn).toHaveTextContent("allowed");
    expect(drawn).toHaveTextContent("10 years");
    expect(drawn).toHaveTextContent("Station 1: 0.5 mm, 1 h");
  });
  it("is agreed before, and changed by the version that was seen", async () => {
    const sent = serve({ "PATCH /api/long-tests/4": () => ({ body: longTest() }) });
    renderInLot(<Agreed test={longTest()} kind={kind} />);
    expect(await screen.findByText("oven off")).toBeInTheDocument();
    await userEvent.click(screen.getByRole("button", { name: "Change" }));
    const schedule = screen.getByLabelText(/Read every/);
    await userEvent.clear(schedule);
    await userEvent.type(schedule, "2 until 48");
    expect(screen.getByRole("button", { name: "Keep" })).toBeDisabled();
    await userEvent.clear(schedule);
    await userEvent.type(schedule, "2 to 48");
    await userEvent.click(screen.getByRole("button", { name: "Keep" }));
    await waitFor(() =>
      expect(sent[0]?.body).toMatchObject({
        version: 2,
        schedule: [{ every: 2, until: 48 }],
        programme: [{ at: 1000, words: "oven off" }],
      }),
    );
  });
  it("is signed as it stood when the sheet was opened", async () => {
    const report = {
      id: 9,
      number: 1,
      test_id: 4,
      sha256: "b".repeat(64),
      headline: "slowing",
      words: "",
      altered: null,
      reviewed: false,
      signatures: [],
    };
    const sent = serve({ "POST /api/long-tests/4/reports": () => ({ status: 201, body: report }) });
    renderInLot(<SignReport test={longTest()} onClose={() => undefined} />);
    expect(await screen.findByText(/In 50 years/)).toBeInTheDocument();
    await userEvent.click(screen.getByRole("button", { name: "Sign this" }));
    await waitFor(() => expect(sent[0]?.body).toEqual({ sha256: "a".repeat(64), words: "" }));
  });
  it("is countersigned by somebody else only", async () => {
    const report = {
      id: 9,
      number: 1,
      test_id: 4,
      sha256: "b".repeat(64),
      headline: "slowing",
      words: "",
      altered: null,
      reviewed: false,
    };
    const hand = (person: string) => ({
      ...report,
      signatures: [{ person, meaning: "reported", at: "2026-11-27T08:00:00Z" }],
    });
    serve();
    renderInLot(
      <Reports test={longTest({ reports: [hand("Wren Ashdown"), { ...hand("Tobin Marl"), id: 10, number: 2 }] })} />,
    );
    expect(await screen.findAllByRole("button", { name: "Countersign" })).toHaveLength(1);
  });
  it("begins with its stations, each with a load of its own where it has one", async () => {
    const sent = serve({ "POST /api/long-tests": () => ({ status: 201, body: longTest() }) });
    renderInLot(<NewLongTest kinds={[kind]} onClose={() => undefined} onMade={() => undefined} />);
    await userEvent.type(await screen.findByLabelText("What is tested"), "Bond");
    const names = screen.getByLabelText(/Stations, one a line/);
    await userEvent.clear(names);
    await userEvent.type(names, "A{enter}B; 4.8");
    await userEvent.type(screen.getByLabelText("Load"), "9");
    await userEvent.click(screen.getByRole("button", { name: "Begin" }));
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]?.body).toMatchObject({
      kind: "sustained",
      title: "Bond",
      terms: { years: { text: "50", unit: "years" } },
      stations: [
        { name: "A", terms: { load: { text: "9", unit: "kN" } } },
        { name: "B", terms: { load: { text: "4.8", unit: "kN" } } },
      ],
      schedule: [{ every: 1, until: 24 }],
    });
  });
});

describe("what is typed a line at a time", () => {
  it("is a schedule where every line makes sense", () => {
    expect(readSchedule("1 to 24\n\n24 to 336")).toEqual([
      { every: 1, until: 24 },
      { every: 24, until: 336 },
    ]);
    expect(readSchedule("0 to 24")).toBeNull();
    expect(readSchedule("every day")).toBeNull();
    expect(scheduleText([{ every: 1 / 60, until: 0.5 }])).toBe("0.0167 to 0.5");
  });
  it("is a programme of places and words", () => {
    expect(readProgramme("1000 oven down to 21 °C")).toEqual([{ at: 1000, words: "oven down to 21 °C" }]);
    expect(readProgramme("oven")).toBeNull();
  });
  it("is a station even without a semicolon, and none without a name", () => {
    expect(stationsOf("A\n; 4\n  \nB;", kind, {}).map((s) => s.name)).toEqual(["A", "B"]);
  });
});
