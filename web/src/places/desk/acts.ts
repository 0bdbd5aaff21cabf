import { ask, client } from "../../api/client";

/** Everything that an analyst does on a page, each one call. */
const path = (ticket: string) => ({ params: { path: { ticket } } });
const checkPath = (ticket: string, check: string) => ({ params: { path: { ticket, check } } });

export const answer = (ticket: string) => ask(client.POST("/api/tickets/{ticket}/answer", path(ticket)));
/** Somebody stands at the counter: the id of their page. */
export const openVisit = async () => (await ask(client.POST("/api/visits"))).ticket;
export const take = (ticket: string) => ask(client.POST("/api/tickets/{ticket}/take", path(ticket)));
export const hangUp = (ticket: string) => ask(client.POST("/api/tickets/{ticket}/hang-up", path(ticket)));
export const hangUpHeld = (ticket: string) =>
  ask(client.POST("/api/tickets/{ticket}/hang-up-held", path(ticket)));
export const speak = (ticket: string) => ask(client.POST("/api/tickets/{ticket}/speak", path(ticket)));
export const sendPickUpWords = (ticket: string) =>
  ask(client.POST("/api/tickets/{ticket}/pick-up", path(ticket)));
/** The words as they were heard: the id of the page on which they go on. */
export const sayPickUpWords = async (ticket: string, words: string) =>
  (await ask(client.POST("/api/tickets/{ticket}/picked-up", { ...path(ticket), body: { words } }))).ticket;
/** Ends the line; the page keeps its place until then. Without a time, it is not to be rung back any more. */
export const ringBackLater = (ticket: string, at?: Date) =>
  ask(
    client.POST("/api/tickets/{ticket}/ring-back", {
      ...path(ticket),
      body: at ? { at: at.toISOString() } : {},
    }),
  );
/** A message with the address of the page on which they set up what proves them. */
export const inviteToProofs = (ticket: string) =>
  ask(client.POST("/api/tickets/{ticket}/invitation", path(ticket)));
export const welcomeStarter = (person: string) => ask(client.POST("/api/starters", { body: { person } }));
export const factorsOf = (ticket: string) => ask(client.GET("/api/tickets/{ticket}/factors", path(ticket)));
export const takeFactorAway = (ticket: string, factor: string) =>
  ask(client.DELETE("/api/tickets/{ticket}/factors/{factor}", { params: { path: { ticket, factor } } }));
export const pass = (ticket: string, to: string) =>
  ask(client.POST("/api/tickets/{ticket}/pass", { ...path(ticket), body: { to } }));
export const sayPressed = (ticket: string) => ask(client.POST("/api/tickets/{ticket}/pressed", path(ticket)));
export const claim = (ticket: string, person: string, version: number) =>
  ask(client.POST("/api/tickets/{ticket}/claim", { ...path(ticket), body: { person, version } }));
export const writeLine = (ticket: string, words: string) =>
  ask(client.POST("/api/tickets/{ticket}/lines", { ...path(ticket), body: { words } }));
export const offerPage = (ticket: string) => ask(client.POST("/api/tickets/{ticket}/page", path(ticket)));
export const writing = (ticket: string) =>
  ask(client.POST("/api/tickets/{ticket}/writing", { ...path(ticket), body: { writing: true } }));
export const startRun = (ticket: string, procedure: string) =>
  ask(client.POST("/api/tickets/{ticket}/runs", { ...path(ticket), body: { procedure } }));
export const beginCheck = (ticket: string, offer: string) =>
  ask(client.POST("/api/tickets/{ticket}/checks", { ...path(ticket), body: { offer } }));
/** What the analyst typed, or which of the form's choices they took. */
export const replyToCheck = (ticket: string, check: string, reply: { typed: string } | { chosen: string }) =>
  ask(
    client.POST("/api/tickets/{ticket}/checks/{check}/reply", { ...checkPath(ticket, check), body: reply }),
  );
export const endCheck = (ticket: string, check: string) =>
  ask(client.DELETE("/api/tickets/{ticket}/checks/{check}", checkPath(ticket, check)));
export interface Wanted {
  system: string;
  action: string;
  version: number;
  /** How a temporary password comes about. */
  style?: string;
  /** The password, when it is typed. */
  typed?: string;
}
/** Changes that were asked for on this very page: only their passwords show by themselves. */
const askedHere = new Set<string>();
export const wasAskedHere = (change: string) => askedHere.has(change);
export const change = async (ticket: string, wanted: Wanted) => {
  const under = await ask(client.POST("/api/tickets/{ticket}/changes", { ...path(ticket), body: wanted }));
  askedHere.add(under.change);
  return under;
};
/** The same change of accounts in several systems. */
export const changeTogether = async (
  ticket: string,
  wanted: { systems: string[]; action: string; version: number },
) => {
  const decided = await ask(
    client.POST("/api/tickets/{ticket}/changes/together", { ...path(ticket), body: wanted }),
  );
  for (const one of decided) if (one.change) askedHere.add(one.change);
  return decided;
};
export const askToLift = (ticket: string, reason: string) =>
  ask(client.POST("/api/tickets/{ticket}/stop/liftings", { ...path(ticket), body: { reason } }));
export const answerLifting = (ticket: string, lifting: string, agreed: boolean) =>
  ask(
    client.POST("/api/tickets/{ticket}/stop/liftings/{lifting}/answer", {
      params: { path: { ticket, lifting } },
      body: { agreed },
    }),
  );
export const askSecond = (ticket: string, system: string, action: string) =>
  ask(client.POST("/api/tickets/{ticket}/second", { ...path(ticket), body: { system, action } }));
export const answerSecond = (ticket: string, second: string, agreed: boolean) =>
  ask(
    client.POST("/api/tickets/{ticket}/second/{second}/answer", {
      params: { path: { ticket, second } },
      body: { agreed },
    }),
  );
export const tryOut = (ticket: string, system: string, typed: string, signal: AbortSignal) =>
  ask(
    client.POST("/api/tickets/{ticket}/password-check", { ...path(ticket), body: { system, typed }, signal }),
  );
export const chooseRoute = (ticket: string, route: string, contact?: string) =>
  ask(
    client.POST("/api/tickets/{ticket}/handover/route", {
      ...path(ticket),
      body: contact ? { route, contact } : { route },
    }),
  );
export const show = (ticket: string) => ask(client.POST("/api/tickets/{ticket}/handover/show", path(ticket)));
export const saidBack = (ticket: string, part: number) =>
  ask(client.POST("/api/tickets/{ticket}/handover/said-back", { ...path(ticket), body: { part } }));
export const close = (ticket: string, summary: string, version: number) =>
  ask(client.POST("/api/tickets/{ticket}/close", { ...path(ticket), body: { summary, version } }));
