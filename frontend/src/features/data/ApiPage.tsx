import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { descriptionQuery } from "@/api/dataQueries";
import { Field } from "@/ui/Field";
import { ErrorNote, Waiting } from "@/ui/states";
import { operationsOf, type Described, type Operation } from "./operations";

/** The description of the interface for scripts, to be read. */
export function ApiPage() {
  const { data, error, refetch } = useQuery(descriptionQuery);
  const [text, setText] = useState("");
  if (error) return <ErrorNote message={error.message} onRetry={() => void refetch()} />;
  if (!data) return <Waiting what="the description" />;
  const description = data as Described;
  const all = operationsOf(description);
  const words = text.toLowerCase().split(/\s+/);
  const shown = all.filter((one) => words.every((word) => one.searched.includes(word)));
  return (
    <>
      <h1>For scripts</h1>
      <p className="max-w-[80ch] pt-1">
        Everything that the screens do, a script can do with a key of yours (made under People):{" "}
        <code className="num">Authorization: Bearer …</code>. The same description, for machines:{" "}
        <a href="/api/openapi.json" className="font-semibold underline">
          openapi.json
        </a>
        .
      </p>
      <p className="text-soft max-w-[80ch] pb-3 text-[13px]">{description.info.description}</p>
      <Field
        label={`Find among ${all.length}`}
        placeholder="judge, package, statement …"
        className="max-w-[420px]"
        value={text}
        onChange={(event) => setText(event.target.value)}
      />
      <ul className="sheet mt-3">
        {shown.map((one) => (
          <Row key={one.id} operation={one} />
        ))}
        {shown.length === 0 && <li className="text-soft px-3 py-2">Nothing is called that.</li>}
      </ul>
    </>
  );
}

function Row({ operation: o }: { operation: Operation }) {
  return (
    <li className="border-line border-t first:border-t-0">
      <details className="group">
        <summary className="hover:bg-wash flex cursor-pointer flex-wrap items-baseline gap-x-3 px-3 py-1.5">
          <b className={`num w-16 ${o.verb === "GET" ? "text-measured" : "text-derived"}`}>{o.verb}</b>
          <code className="num break-all">{o.path}</code>
          <span className="text-soft ml-auto text-[13px]">{o.summary}</span>
        </summary>
        <div className="grid gap-2 px-3 pb-3 pl-[88px] text-[13px]">
          {o.parameters.length > 0 && <Parameters rows={o.parameters} />}
          {o.body && <Shape title="sends" text={o.body} />}
          <Shape title="answers" text={o.answer} />
        </div>
      </details>
    </li>
  );
}

function Parameters({ rows }: { rows: Operation["parameters"] }) {
  return (
    <ul>
      {rows.map((row) => (
        <li key={row.name}>
          <code className="num font-semibold">{row.name}</code>{" "}
          <span className="text-soft">
            in the {row.place}, {row.kind}
            {row.needed ? "" : ", may be left out"}
          </span>
        </li>
      ))}
    </ul>
  );
}

function Shape({ title, text }: { title: string; text: string }) {
  return (
    <div>
      <span className="cap">{title}</span>
      <pre className="num bg-wash max-h-[300px] overflow-auto p-2 text-[12px]">{text}</pre>
    </div>
  );
}
