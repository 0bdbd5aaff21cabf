import createClient from "openapi-fetch";
import type { components, paths } from "./schema";

type Schemas = components["schemas"];
export type Page = Schemas["TicketPage"];
export type Edge = Schemas["DeskEdge"];
export type LinkDone = Schemas["LinkDone"];
export type LinkShown = Schemas["LinkShown"];
export type Waiting = Schemas["TicketOnEdge"];
export type Who = Schemas["PersonOnTicket"];
export type Reckoning = Schemas["StandingExplained"];
export type Judgement = Schemas["ActionJudged"];
export type Offer = Schemas["CheckOffer"];
export type OpenCheck = Schemas["CheckUnderWay"];
export type CheckForm = Schemas["CheckForm"];
export type Accounts = Schemas["AccountsOfPerson"];
export type System = Schemas["SystemOfPerson"];
export type Done = Schemas["ChangeOnTicket"];
export type HandoverState = Schemas["HandoverOnTicket"];
export type Part = Schemas["PasswordPart"];
export type Found = Schemas["PersonFound"];
export type Sealing = Schemas["SealOverEntry"];
export type Read = Schemas["EntryRead"];
export type Me = Schemas["SignedInAnalyst"];
export type SecondFactor = Schemas["SecondFactorSettingUp"];
export type HeldFactor = Schemas["SecondFactorHeld"];
export type Colleague = Schemas["Colleague"];
export type Demo = Schemas["DemoState"];
export type PasswordTrial = Schemas["PasswordTrial"];
export type StaffMember = Schemas["StaffMember"];
export type StaffChangeAsked = Schemas["StaffChangeAsked"];
export type HowLong = Schemas["HowLong"];
export type CasesTogether = Schemas["CasesTogether"];
export type Spread = Schemas["TimesSpread"];
export type StageAverage = Schemas["StageAverage"];
export type RunShown = Schemas["RunOnTicket"];
export type ProcedureChecked = Schemas["ProcedureChecked"];
export type ProcedureFinding = Schemas["ProcedureFinding"];
export type ProcedureKept = Schemas["ProcedureKept"];
export type ProcedureListed = Schemas["ProcedureListed"];
export type ProcedureSentence = Schemas["ProcedureSentence"];
export type SystemSetUp = Schemas["SystemSetUp"];
export type SystemKindShown = Schemas["SystemKindShown"];
export type TestedStep = Schemas["TestedStep"];
export type Erasure = Schemas["Erasure"];
export type ChatShown = Schemas["ChatShown"];
export type WrittenLine = Schemas["WrittenLine"];
export type OwnPage = Schemas["OwnPage"];
export type OwnWay = Schemas["OwnWay"];
export type OwnWayUnderWay = Schemas["OwnWayUnderWay"];
export type RulebookShown = Schemas["RulebookShown"];
export type SignalOfRulebook = Schemas["SignalOfRulebook"];
export type RulebookWord = Schemas["RulebookWord"];
export type RulebookWords = Schemas["RulebookWords"];
export type RulebookRehearsed = Schemas["RulebookRehearsed"];
export type RulebookChange = Schemas["RulebookChange"];
export type RulebookTried = Schemas["RulebookTried"];
export type RulebookShipped = Schemas["RulebookShipped"];
export type RulebookProposed = Schemas["RulebookProposed"];
export type MethodOfRulebook = Schemas["MethodOfRulebook"];
export type FactorFileCame = Schemas["FactorFileCame"];
export type OutsideService = Schemas["OutsideService"];
export type OutsideServiceTried = Schemas["OutsideServiceTried"];
export type OutsideServiceToDescribe = Schemas["OutsideServiceToDescribe"];
export type QuestionCatalogue = Schemas["QuestionCatalogue"];
export type Coverage = Schemas["Coverage"];
export type OwnContact = Schemas["OwnContact"];
export type OwnContactKind = Schemas["OwnContactKind"];
export type OwnProof = Schemas["OwnProof"];
export type OwnProofAddable = Schemas["OwnProofAddable"];
export type OwnProofSettingUp = Schemas["OwnProofSettingUp"];
export type OwnPasswordTried = Schemas["OwnPasswordTried"];

/** An error in the words of the server: what happened, and the next thing to do. */
export class Problem extends Error {
  readonly status: number;
  readonly type: string;
  constructor(status: number, type: string, words: string) {
    super(words);
    this.status = status;
    this.type = type;
  }
  /** Asking again would be answered likewise. */
  get refused() {
    return this.status >= 400 && this.status < 500;
  }
}

const csrf = () => document.cookie.match(/(?:^|; )(?:__Host-)?XSRF-TOKEN=([^;]*)/)?.[1] ?? "";

/** An answer that does not come must not keep a page from asking again. */
const DEADLINE = { reading: 20_000, acting: 60_000 };
const once = (request: Request) => {
  const deadline = request.method === "GET" ? DEADLINE.reading : DEADLINE.acting;
  return fetch(request, { signal: AbortSignal.any([request.signal, AbortSignal.timeout(deadline)]) });
};

type Proves = () => Promise<boolean>;
let proves: Proves = async () => false;
/** Says how whoever is signed in shows again that it is they; gives whether they did. */
export const onProveAgain = (how: Proves) => {
  proves = how;
};

/** What lowers safety asks for a code first; with it, the same is sent again. */
const withDeadline = async (request: Request) => {
  const again = request.method === "GET" ? undefined : request.clone();
  const response = await once(request);
  if (!again || response.status !== 403) return response;
  const document = (await response
    .clone()
    .json()
    .catch(() => ({}))) as { title?: string };
  return document.title === "prove-again" && (await proves()) ? once(again) : response;
};

export const client = createClient<paths>({ baseUrl: location.origin, fetch: withDeadline });
client.use({
  onRequest({ request }) {
    if (request.method !== "GET") request.headers.set("X-XSRF-TOKEN", decodeURIComponent(csrf()));
    return request;
  },
});

/** What the page asks by itself is no sign that somebody sits before it. */
export const byItself = { headers: { "X-Earnest-By-Itself": "true" } };

const signedOut = new Set<() => void>();
export const onSignedOut = (then: () => void) => {
  signedOut.add(then);
  return () => void signedOut.delete(then);
};

/** The data of an answer, or a {@link Problem}. */
export async function ask<T>(answer: Promise<{ data?: T; error?: unknown; response: Response }>): Promise<T> {
  let got: { data?: T; error?: unknown; response: Response };
  try {
    got = await answer;
  } catch {
    throw new Problem(
      0,
      "away",
      "Earnest cannot be reached. Nothing is lost; the page tries again by itself.",
    );
  }
  if (got.response.ok) return got.data as T;
  const document = (got.error ?? {}) as { detail?: string; title?: string };
  if (got.response.status === 401 && document.title === "signed-out") for (const then of signedOut) then();
  throw new Problem(
    got.response.status,
    document.title ?? "unknown",
    document.detail ?? "Earnest did not answer as it should. Look at the page again before you repeat it.",
  );
}
