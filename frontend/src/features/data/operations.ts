/** As much of an OpenAPI description as is shown. */
type Schema = {
  $ref?: string;
  type?: string | string[];
  enum?: unknown[];
  properties?: Record<string, Schema>;
  required?: string[];
  items?: Schema;
  oneOf?: Schema[];
  format?: string;
};
type Content = Record<string, { schema?: Schema }>;
type Described1 = {
  operationId: string;
  summary?: string;
  parameters?: { name: string; in: string; required?: boolean; schema: Schema }[];
  requestBody?: { content: Content };
  responses: Record<string, { $ref?: string; content?: Content }>;
};
export type Described = {
  info: { description: string };
  paths: Record<string, Record<string, Described1>>;
  components: { schemas: Record<string, Schema> };
};
export type Operation = {
  id: string;
  verb: string;
  path: string;
  summary: string;
  parameters: { name: string; place: string; kind: string; needed: boolean }[];
  body: string | null;
  answer: string;
  searched: string;
};

const DEPTH = 2; // of what is written out; below it stands the name

export function operationsOf(described: Described): Operation[] {
  return Object.entries(described.paths).flatMap(([path, verbs]) =>
    Object.entries(verbs).map(([verb, one]) => operation(described, path, verb, one)),
  );
}

function operation(described: Described, path: string, verb: string, one: Described1): Operation {
  const good = Object.entries(one.responses).find(([status]) => status.startsWith("2"))?.[1];
  const summary = one.summary ?? "";
  return {
    id: one.operationId,
    verb: verb.toUpperCase(),
    path,
    summary,
    parameters: (one.parameters ?? []).map((row) => ({
      name: row.name,
      place: row.in,
      kind: row.schema.enum ? row.schema.enum.join(" | ") : kind(row.schema),
      needed: row.required ?? false,
    })),
    body: one.requestBody ? shape(described, one.requestBody.content) : null,
    answer: good?.content ? shape(described, good.content) : "nothing",
    searched: `${path} ${one.operationId} ${summary} ${verb}`.toLowerCase(),
  };
}

function shape(described: Described, content: Content): string {
  return Object.entries(content)
    .map(([type, { schema }]) => (type === "application/json" && schema ? written(described, schema, 0) : type))
    .join("\n");
}

const kind = (schema: Schema): string => [schema.type ?? "any"].flat().join(" | ");

function written(described: Described, schema: Schema, depth: number): string {
  if (schema.$ref) {
    const name = schema.$ref.split("/").pop() ?? "";
    const meant = described.components.schemas[name];
    return depth >= DEPTH || !meant ? name : written(described, meant, depth);
  }
  if (schema.oneOf) return schema.oneOf.map((one) => written(described, one, depth + 1)).join(" | ");
  if (schema.enum) return schema.enum.map((one) => JSON.stringify(one)).join(" | ");
  if (schema.items) return `[${written(described, schema.items, depth + 1)}]`;
  if (!schema.properties) return schema.format ? `${kind(schema)} (${schema.format})` : kind(schema);
  if (depth >= DEPTH) return "{…}";
  const inner = "  ".repeat(depth + 1);
  const rows = Object.entries(schema.properties).map(([name, one]) => {
    const left = schema.required?.includes(name) ? "" : "?";
    return `${inner}${name}${left}: ${written(described, one, depth + 1)}`;
  });
  return `{\n${rows.join("\n")}\n${"  ".repeat(depth)}}`;
}
