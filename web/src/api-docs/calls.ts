/** What of the description of the API the page shows. */
export interface Described {
  paths: Record<string, Record<string, Operation>>;
  components: { schemas: Record<string, unknown> };
}
interface Body {
  content?: Record<string, { example?: unknown; schema?: { $ref?: string; items?: { $ref?: string } } }>;
}
interface Operation {
  operationId: string;
  summary?: string;
  description?: string;
  parameters?: { name: string; in: string; example?: unknown; description?: string }[];
  requestBody?: Body;
  responses: Record<string, Body & { description?: string }>;
}

export interface Call {
  id: string;
  method: string;
  path: string;
  summary: string;
  /** What one has to know besides. */
  more: string;
  asked: { name: string; example: string; words: string }[];
  takes: unknown;
  gives: { status: string; shape: string | null; words: string; example: unknown }[];
  refuses: { status: string; types: string[] }[];
}

const shape = (body: Body) => {
  const files = Object.keys(body.content ?? {}).filter((type) => type !== "application/json");
  if (files.length > 0) return Object.keys(body.content ?? {}).join(" or ");
  const schema = Object.values(body.content ?? {})[0]?.schema;
  const ref = schema?.$ref ?? schema?.items?.$ref;
  if (!ref) return null;
  const name = ref.slice(ref.lastIndexOf("/") + 1);
  return schema?.items ? `a list of ${name}` : name;
};

const call = (method: string, path: string, operation: Operation): Call => {
  const answers = Object.entries(operation.responses);
  return {
    id: operation.operationId,
    method: method.toUpperCase(),
    path,
    summary: operation.summary ?? "",
    more: operation.description ?? "",
    asked: (operation.parameters ?? [])
      .filter((p) => p.in === "query")
      .map((p) => ({ name: p.name, example: String(p.example ?? ""), words: p.description ?? "" })),
    takes: operation.requestBody?.content?.["application/json"]?.example ?? null,
    gives: answers
      .filter(([status]) => status < "400")
      .map(([status, body]) => ({
        status,
        shape: shape(body),
        words: body.description ?? "",
        example: Object.values(body.content ?? {})[0]?.example ?? null,
      })),
    refuses: answers
      .filter(([status]) => status >= "400")
      .map(([status, body]) => ({ status, types: (body.description ?? "").split(", ") })),
  };
};

/** The calls, together by what they are about: the first part of their address. */
export function callsByTopic(described: Described): [string, Call[]][] {
  const topics = new Map<string, Call[]>();
  for (const [path, methods] of Object.entries(described.paths)) {
    const topic = path.split("/")[2] ?? "";
    const calls = topics.get(topic) ?? [];
    for (const [method, operation] of Object.entries(methods)) calls.push(call(method, path, operation));
    topics.set(topic, calls);
  }
  return [...topics].sort(([a], [b]) => a.localeCompare(b));
}
