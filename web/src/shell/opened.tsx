import { type ComponentType, lazy, Suspense } from "react";
import { matchRoute, useLocation, useRouter } from "wouter";
import { PLACES } from "../places/all";
import type { PageProps, Place } from "../places/place";
import { FirstPlace } from "./first-place";
import { Opening, Unopened } from "./unopened";

const pages = new Map<string, ComponentType<PageProps>>();

/** The page of a place, which is loaded when it is opened first. */
function pageOf(place: Place): ComponentType<PageProps> {
  const known = pages.get(place.id);
  if (known) return known;
  const page = lazy(async () => ({ default: await place.page() }));
  pages.set(place.id, page);
  return page;
}

/** The place at the address; an address that is none leads to the first that is open. */
export function Opened() {
  const [address] = useLocation();
  const { parser } = useRouter();
  for (const place of PLACES) {
    for (const pattern of [place.id, ...(place.below ?? []).map((below) => `${place.id}/${below}`)]) {
      const [is, params] = matchRoute(parser, `/${pattern}`, address);
      if (!is) continue;
      const Page = pageOf(place);
      return (
        <Unopened key={place.id}>
          <Suspense fallback={<Opening />}>
            <Page params={params as Record<string, string>} />
          </Suspense>
        </Unopened>
      );
    }
  }
  return <FirstPlace />;
}
