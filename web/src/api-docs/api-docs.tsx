import { useQuery } from "@tanstack/react-query";
import { type Call, callsByTopic, type Described } from "./calls";

const read = async (): Promise<Described> => {
  const answer = await fetch("/api/openapi.json");
  if (!answer.ok) throw new Error(`Earnest answered ${answer.status}. Load the page again.`);
  return answer.json();
};

/** Every call of the API, from the description that the running server gives. */
export function ApiDocs() {
  const described = useQuery({ queryKey: ["openapi"], queryFn: read });
  const topics = described.data ? callsByTopic(described.data) : [];
  return (
    <main className="mx-auto max-w-4xl px-6 py-10">
      <h1 className="mb-1 font-bold font-serif text-3xl text-seal tracking-tight">What a script can do</h1>
      <p className="mb-2 text-muted">
        Whatever the desk does, a script does with the same rights. The description itself is at{" "}
        <a className="text-seal underline" href="/api/openapi.json">
          /api/openapi.json
        </a>
        .
      </p>
      <p className="mb-4 text-muted">
        First <code className="num">GET /api/session</code>, which sets the cookie{" "}
        <code className="num">XSRF-TOKEN</code>; send its value as the header{" "}
        <code className="num">X-XSRF-TOKEN</code> with whatever changes something. Signing in sets a new one.
        Problems are documents of RFC 9457: look at the last part of their type.
      </p>
      {described.isError && <p role="alert">{described.error.message}</p>}
      <nav aria-label="Topics" className="mb-4 flex flex-wrap gap-3">
        {topics.map(([topic]) => (
          <a key={topic} className="min-h-6 text-seal underline" href={`#${topic}`}>
            {topic}
          </a>
        ))}
      </nav>
      {topics.map(([topic, calls]) => (
        <section key={topic} id={topic} aria-label={topic} className="mb-8">
          <h2 className="mb-2 border-rule border-b font-semibold font-serif text-xl">{topic}</h2>
          {calls.map((call) => (
            <OneCall key={call.id} call={call} />
          ))}
        </section>
      ))}
    </main>
  );
}

function OneCall({ call }: { call: Call }) {
  return (
    <article className="border-hair border-b py-3 last:border-b-0">
      <h3 className="num font-semibold">
        {call.method} {call.path}
      </h3>
      <p className="mb-1">{call.summary}</p>
      {call.more && <p className="mb-1 max-w-prose text-muted">{call.more}</p>}
      <dl className="grid grid-cols-[6rem_minmax(0,1fr)] gap-x-3 gap-y-1 text-[13px]">
        {call.asked.length > 0 && (
          <>
            <dt className="text-muted">asked with</dt>
            <dd>
              {call.asked.map((one) => (
                <div key={one.name}>
                  <code className="num">
                    {one.name}={one.example}
                  </code>{" "}
                  <span className="text-muted">{one.words}</span>
                </div>
              ))}
            </dd>
          </>
        )}
        {call.takes !== null && (
          <>
            <dt className="text-muted">takes</dt>
            <dd>
              <pre className="num whitespace-pre-wrap break-words">{JSON.stringify(call.takes, null, 1)}</pre>
            </dd>
          </>
        )}
        <dt className="text-muted">gives</dt>
        <dd>
          {call.gives.map((one) => (
            <Given key={one.status} {...one} />
          ))}
        </dd>
        {call.refuses.length > 0 && (
          <>
            <dt className="text-muted">refuses</dt>
            <dd className="num">
              {call.refuses.map((one) => `${one.status} ${one.types.join(", ")}`).join(" · ")}
            </dd>
          </>
        )}
      </dl>
    </article>
  );
}

function Given({ status, shape, words, example }: Call["gives"][number]) {
  const what = (
    <>
      <span className="num">{[status, shape].filter(Boolean).join(" ")}</span>
      {!shape && <span className="text-muted"> {words}</span>}
    </>
  );
  if (example === null) return <div>{what}</div>;
  return (
    <details>
      <summary className="min-h-6 cursor-pointer">{what}, for example</summary>
      <pre className="num whitespace-pre-wrap break-words">{JSON.stringify(example, null, 1)}</pre>
    </details>
  );
}
