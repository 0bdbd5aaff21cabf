import { Fragment, type ReactNode } from "react";

interface Scene {
  title: string;
  /** As whom one signs in here; nobody has to where it is not said. */
  as?: string;
  play: (at: (path: string) => string) => ReactNode;
}

const Away = ({ to, children }: { to: string; children: ReactNode }) => (
  <a className="text-seal underline" href={to} target="_blank" rel="noreferrer">
    {children}
  </a>
);

/** What else can be played, each within a minute or two. */
const SCENES: Scene[] = [
  {
    title: "A code to a mailbox",
    as: "tove.rask",
    play: (at) => (
      <>
        Bram Hollis has no mobile: ring as <span className="num">+441632960007</span>, and read the mail in{" "}
        <Away to={at("/pockets/bhollis")}>his pocket</Away>.
      </>
    ),
  },
  {
    title: "The manager is asked",
    as: "tove.rask",
    play: (at) => (
      <>
        Ines Okafor's manager answers behind a link in <Away to={at("/pockets/olindqvist")}>his mail</Away>.
        Sol Dubois' is away, so the deputy does, in <Away to={at("/pockets/mreyes")}>hers</Away>.
      </>
    ),
  },
  {
    title: "Two systems on one page",
    as: "tove.rask",
    play: (at) => (
      <>
        Yusuf Adeyemi is locked out of two; the password for <Away to={at("/cloud")}>Shore cloud</Away> goes
        by one-time link to <Away to={at("/pockets/yadeyemi")}>his phone</Away>.
      </>
    ),
  },
  {
    title: "A new password at night",
    play: (at) => (
      <>
        Open{" "}
        <a className="text-seal underline" href="/forgot" target="_blank" rel="noreferrer">
          Forgot your password?
        </a>{" "}
        as <span className="num">wulandari</span>; the link to the phone and the authenticator are in{" "}
        <Away to={at("/pockets/wulandari")}>her pocket</Away>.
      </>
    ),
  },
  {
    title: "A chat that becomes a ticket",
    as: "tove.rask",
    play: (at) => (
      <>
        In a second window{" "}
        <a className="text-seal underline" href="/chat" target="_blank" rel="noreferrer">
          write to the desk
        </a>{" "}
        that you forgot your password, as <span className="num">yadeyemi</span>; open the page, or ask for a
        person and be both. His codes are in <Away to={at("/pockets/yadeyemi")}>his pocket</Away>.
      </>
    ),
  },
  {
    title: "A mail with half the facts",
    as: "tove.rask",
    play: (at) => (
      <>
        In <Away to={at("/pockets/wulandari")}>her pocket</Away> write, as Wulandari, from her own mailbox,
        that you forgot your password. The answer brings a link; the desk has it at its edge.
      </>
    ),
  },
  {
    title: "A connection that turns bad",
    as: "maren.holt",
    play: (at) => (
      <>
        In Setup test Shore cloud; make it away at <Away to={at("/cloud")}>its own page</Away>, and test
        again.
      </>
    ),
  },
  {
    title: "A procedure that would leak",
    as: "maren.holt",
    play: () => (
      <>
        In Procedures press <span className="num">Alt T</span> and put{" "}
        <span className="num">note "{"{secret}"}"</span> before the handing over: the margin says why not.
      </>
    ),
  },
  {
    title: "A procedure that runs",
    as: "tove.rask",
    play: () => (
      <>
        After a chat or a page, open its ticket: under <i>Procedures</i> stands what Earnest carries out on
        it, and each step when you press it.
      </>
    ),
  },
  {
    title: "How long it takes",
    as: "elif.hartono",
    play: () => <>After somebody is in again, Reports says how long it took, from the record.</>,
  },
];

export function Scenes({ switchboard }: { switchboard: string }) {
  const at = (path: string) => new URL(path, switchboard).toString();
  return (
    <details className="mb-3">
      <summary className="min-h-6 cursor-pointer font-semibold">
        {SCENES.length} more scenes, a minute or two each
      </summary>
      <dl className="mt-2 grid grid-cols-[auto_1fr] gap-x-4 gap-y-1.5 text-[13px]">
        {SCENES.map((scene) => (
          <Fragment key={scene.title}>
            <dt>
              <b className="font-semibold">{scene.title}</b>
              <br />
              <span className="text-muted text-xs">
                {scene.as ? (
                  <>
                    as <span className="num">{scene.as}</span>
                  </>
                ) : (
                  "without signing in"
                )}
              </span>
            </dt>
            <dd>{scene.play(at)}</dd>
          </Fragment>
        ))}
      </dl>
    </details>
  );
}
