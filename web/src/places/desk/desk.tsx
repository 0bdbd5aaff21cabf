import { useQuery } from "@tanstack/react-query";
import { useLocation } from "wouter";
import { ask, byItself, client } from "../../api/client";
import { holdKeys, releaseKeys } from "../../keys/keys";
import { useKeys } from "../../keys/use-keys";
import { useShell } from "../../shell/context";
import { FirstPlace } from "../../shell/first-place";
import { may, type PageProps } from "../place";
import { answer, openVisit, speak } from "./acts";
import { Edge } from "./edge/edge";
import { useNotices } from "./notices";
import { Release } from "./release";
import { TicketPage } from "./ticket-page";

/** The desk: the book's edge on the left, one open page on the right. */
export function Desk({ params: { ticket } }: PageProps) {
  const { me } = useShell();
  const [, navigate] = useLocation();
  const notices = useNotices();
  const edge = useQuery({
    queryKey: ["edge"],
    queryFn: () => ask(client.GET("/api/desk", byItself)),
    enabled: may(me, "work-at-desk"),
    refetchInterval: 60_000,
    meta: { shown: true },
  });
  const ringing = edge.data?.waiting.find((w) => w.talk === "ringing");
  const open = (id: string) => navigate(`/desk/${id}`);
  /** Does something and opens the page that it gives. */
  const turnTo = async (act: () => Promise<string>) => {
    holdKeys("page");
    let to = "";
    const done = async () => {
      to = await act();
    };
    if (await notices.during(done)) open(to);
    else releaseKeys("page");
  };
  const turn = (act: () => Promise<unknown>, to: string) => turnTo(async () => act().then(() => to));
  const visit = () => void turnTo(openVisit);
  const answerNow = async (id: string) => {
    await turn(() => answer(id), id);
  };
  const next = () => {
    const mine = edge.data?.inHand ?? [];
    const at = mine.findIndex((w) => w.id === ticket);
    const to = mine[(at + 1) % Math.max(1, mine.length)];
    if (to) open(to.id);
  };
  const held = edge.data?.inHand.find((w) => w.talk === "held" && w.id !== ticket);
  const swap = async (id: string) => {
    await turn(() => speak(id), id);
  };
  useKeys([
    ...(held
      ? [{ key: "k", words: `Swap lines: speak with ${held.title}`, run: () => void swap(held.id) }]
      : []),
    ...(ringing ? [{ key: "r", words: "Answer whoever waits", run: () => void answerNow(ringing.id) }] : []),
    { key: "v", words: "Open the page of a visitor", run: visit },
    ...((edge.data?.inHand.length ?? 0) > 1 ? [{ key: ".", words: "Next page in hand", run: next }] : []),
  ]);
  if (!may(me, "work-at-desk")) return <FirstPlace />;
  return (
    <main className="spread">
      <Edge edge={edge.data} open={ticket} swap={held?.id} turn={open} answer={answerNow} visit={visit} />
      {ticket ? (
        <TicketPage key={ticket} id={ticket} />
      ) : (
        <section className="border-margin border-l-2 bg-sheet p-10">
          <h1 className="mb-2 font-semibold font-serif text-xl">No page is open</h1>
          <p className="max-w-prose text-muted">
            Whoever rings, writes or comes appears on the left by themselves. Answer, or open a page that is
            in hand; here you then see who they say they are, how sure you are of it, and what you can do for
            them.
          </p>
          {may(me, "release-sign-in") && <Release />}
        </section>
      )}
    </main>
  );
}
