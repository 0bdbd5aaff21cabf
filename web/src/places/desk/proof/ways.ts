import type { Judgement, Offer, Reckoning } from "../../../api/client";

/** An offer with its place: digits are given in this order. */
export interface Placed {
  offer: Offer;
  /** It begins one of the quickest ways across. */
  quick: boolean;
  /** It is part of one of the quickest ways. */
  leads: boolean;
}

/** Offers, those of the quickest way first, then those of the others, then the rest. */
export function inOrder(reckoning: Reckoning, judgement: Judgement | undefined): Placed[] {
  const ways = judgement?.ways ?? [];
  const rank = (offer: Offer) => {
    const way = ways.findIndex((ids) => ids.includes(offer.id));
    return way < 0 ? ways.length : way;
  };
  const first = new Set(ways[0] ?? []);
  return reckoning.offers
    .map((offer, place) => ({ offer, quick: first.has(offer.id), rank: rank(offer), place }))
    .sort((a, b) => a.rank - b.rank || a.offer.seconds - b.offer.seconds || a.place - b.place)
    .map(({ offer, quick, rank }) => ({ offer, quick, leads: rank < ways.length }));
}

/** So many are shown at first where none leads across. */
const FEW = 4;

const RESTS_ON: Record<string, string> = {
  has: "Something they have",
  is: "Who they are",
  shown: "Seen in person",
  vouched: "Somebody who vouches",
  reach: "Where they are reached",
  knows: "What they know",
};

/** Some of the offers, under what they rest on; the first group is the quickest and has no name. */
export interface Group {
  words: string;
  placed: Placed[];
}

/** Those that lead across, or a few; with all, also the rest, by what they rest on. */
export function groups(placed: Placed[], all: boolean): Group[] {
  const leading = placed.filter((one) => one.leads);
  const first = leading.length > 0 ? leading : placed.slice(0, FEW);
  const rest = placed.filter((one) => !first.includes(one));
  const named = Object.entries(RESTS_ON).map(([factor, words]) => ({
    words,
    placed: rest.filter((one) => one.offer.factor === factor),
  }));
  return [{ words: "", placed: first }, ...(all ? named.filter((group) => group.placed.length > 0) : [])];
}

/** As it stands within a sentence; names in it keep their letters. */
const begun = (label: string) => `${label.charAt(0).toLowerCase()}${label.slice(1)}`;

/** A way in words: the labels of its offers. */
export function wayWords(reckoning: Reckoning, ids: readonly string[]): string {
  const label = (id: string) => reckoning.offers.find((offer) => offer.id === id)?.label ?? id;
  const words = ids.map((id) => begun(label(id)));
  return words.length < 2 ? words.join("") : `${words.slice(0, -1).join(", ")} and ${words.at(-1)}`;
}

/** What is waited for is waited for once: one check is made while another is under way elsewhere. */
export function seconds(reckoning: Reckoning, ids: readonly string[]): number {
  const offers = ids.flatMap((id) => reckoning.offers.filter((offer) => offer.id === id));
  const work = offers.reduce((sum, offer) => sum + offer.seconds - offer.waiting, 0);
  return work + Math.max(0, ...offers.map((offer) => offer.waiting));
}

/** How long something usually takes. */
export function about(total: number): string {
  return total < 90 ? `about ${total} s` : `about ${Math.round(total / 60)} min`;
}
