import { screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it } from "vitest";
import { benchLive, benchOfLot, procedure, run } from "@/test/bench";
import { session } from "@/test/data";
import { renderInLot, serve } from "@/test/render";
import { BeforePull } from "./BeforePull";

const nothing = () => undefined;

describe("before a pull", () => {
  const before = (data = benchOfLot()) =>
    renderInLot(<BeforePull data={data} procedure="break" onProcedure={nothing} busy={false} />);

  it("does not begin before every point was looked at, then sends all of them", async () => {
    const sent = serve({ "POST /api/lots/7/runs": () => ({ status: 201, body: run() }) });
    before();
    expect(await screen.findByRole("button", { name: /Look at 2 more/ })).toBeDisabled();
    await userEvent.click(screen.getByLabelText("Guard shut"));
    await userEvent.keyboard("{Enter}");
    expect(sent).toHaveLength(0);
    await userEvent.click(screen.getByLabelText(/People clear/));
    await userEvent.click(screen.getByRole("button", { name: /Begin the pull/ }));
    await waitFor(() => expect(sent[0]?.body).toEqual({ procedure: "break", checklist: { guard: true, clear: true } }));
    expect(sent[0]?.once).toBeTruthy();
  });
  it("ticks the next point by Space on the page, and leaves Space to a box that has the focus", async () => {
    serve();
    before();
    const guard = await screen.findByLabelText("Guard shut");
    await userEvent.keyboard(" ");
    expect(guard).toBeChecked();
    guard.focus();
    await userEvent.keyboard(" ");
    expect(guard).not.toBeChecked();
    expect(screen.getByLabelText(/People clear/)).not.toBeChecked();
  });
  const against = () =>
    benchOfLot({ procedures: [procedure({ refusals: [{ key: "cell", words: "C-2 failed its check" }] })] });
  it("tells whoever may not overrule before anything is looked at", async () => {
    serve();
    before(against());
    expect(await screen.findByText(/Only a reviewer begins against that/)).toBeInTheDocument();
    expect(screen.getByLabelText("Guard shut")).toBeDisabled();
    expect(screen.queryByLabelText(/Why it is pulled/)).not.toBeInTheDocument();
  });
  it("asks a reviewer why it is pulled all the same", async () => {
    serve();
    const person = { ...session.person, roles: ["technician", "reviewer"] } as typeof session.person;
    renderInLot(<BeforePull data={against()} procedure="break" onProcedure={nothing} busy={false} />, {}, { person });
    expect(await screen.findByText("C-2 failed its check")).toBeInTheDocument();
    for (const box of screen.getAllByRole("checkbox")) await userEvent.click(box);
    expect(screen.getByRole("button", { name: /Begin the pull/ })).toBeDisabled();
    await userEvent.type(screen.getByLabelText(/Why it is pulled/), "read beside G-4");
    expect(screen.getByRole("button", { name: /Begin the pull/ })).toBeEnabled();
  });
  it("asks whether another machine than last time is meant, and sends which", async () => {
    const sent = serve({ "POST /api/lots/7/runs": () => ({ status: 201, body: run() }) });
    const bench = { id: 2, name: "Bench 2", driven: true, simulated: false, machine: "Fern,P50,1,2" };
    const live = benchLive({ run: null, moving: false, machine: "Fern,P50,9,2" });
    renderInLot(
      <BeforePull data={benchOfLot({ bench })} procedure="break" onProcedure={nothing} busy={false} live={live} />,
    );
    for (const point of ["Guard shut", /People clear/]) await userEvent.click(await screen.findByLabelText(point));
    expect(screen.getByRole("button", { name: /Begin the pull/ })).toBeDisabled();
    await userEvent.click(screen.getByLabelText(/This one is meant/));
    await userEvent.click(screen.getByRole("button", { name: /Begin the pull/ }));
    await waitFor(() => expect(sent[0]?.body).toMatchObject({ machine: "Fern,P50,9,2" }));
  });
  it("asks what a comma is before anything is believed", async () => {
    const sent = serve({ "POST /api/benches/2/comma": () => ({ body: { done: true } }) });
    const live = benchLive({ run: null, moving: false, question: "2,346" });
    renderInLot(<BeforePull data={benchOfLot()} procedure="break" onProcedure={nothing} busy={false} live={live} />);
    await userEvent.click(await screen.findByRole("button", { name: /parts thousands: 2346/ }));
    await waitFor(() => expect(sent[0]?.body).toEqual({ comma: "thousands" }));
  });
  it("proposes no procedure that nobody chose", async () => {
    serve();
    renderInLot(<BeforePull data={benchOfLot({ proposed: null })} procedure="" onProcedure={nothing} busy={false} />);
    expect(await screen.findByRole("button", { name: /Choose what is done/ })).toBeDisabled();
  });
  it("tells why a procedure cannot be run here", async () => {
    serve();
    before(benchOfLot({ procedures: [procedure({ refused: "needs the proof of this lot" })] }));
    expect(await screen.findByText(/needs the proof/)).toBeInTheDocument();
  });
});
