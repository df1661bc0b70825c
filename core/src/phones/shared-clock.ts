/** One question for the time: when it was sent and answered, by the own clock, and what the other clock said; milliseconds. */
export interface RoundTrip {
  readonly sent: number;
  readonly received: number;
  readonly there: number;
}

/** What is known of another clock, the oldest first. The own one only has to run evenly: what time it shows does not matter. */
export interface SharedClock {
  readonly trips: readonly RoundTrip[];
}

export const NO_CLOCK: SharedClock = { trips: [] };

/** Of each stretch so long only the quickest round trip counts: it says least wrong how far the clocks are apart. Milliseconds. */
const STRETCH = 60_000;
/** So many stretches are looked back on. */
const STRETCHES = 10;
/** Clocks run apart by less than this share: what seems more is waiting on the way. */
const FASTEST_DRIFT = 500e-6;

const tripTime = ({ sent, received }: RoundTrip): number => received - sent;
const middle = ({ sent, received }: RoundTrip): number => (sent + received) / 2;
const apart = (trip: RoundTrip): number => trip.there - middle(trip);
const stretchOf = ({ received }: RoundTrip): number => Math.floor(received / STRETCH);

/** The clock with one more answer; of each minute the quickest is kept, for ten minutes. */
export function withTrip({ trips }: SharedClock, trip: RoundTrip): SharedClock {
  if (tripTime(trip) < 0) return { trips };
  const now = stretchOf(trip);
  const others = trips.filter((one) => stretchOf(one) !== now && stretchOf(one) > now - STRETCHES);
  const before = trips.find((one) => stretchOf(one) === now);
  const best = before && tripTime(before) <= tripTime(trip) ? before : trip;
  return { trips: [...others, best] };
}

/**
 * What the other clock shows when the own one shows `own`: from the quickest round trips, with the drift between the clocks
 * where it has been watched for three minutes.
 *
 * @param own milliseconds by the own clock, by which the round trips were timed.
 * @returns milliseconds by the other clock; null where it was never asked.
 */
export function sharedTime({ trips }: SharedClock, own: number): number | null {
  const [first] = trips;
  if (!first) return null;
  const quickest = trips.reduce((best, trip) => (tripTime(trip) < tripTime(best) ? trip : best), first);
  const drift = driftOf(trips);
  if (drift === null) return own + apart(quickest);
  // The line goes through where all that was measured has its weight.
  const { at, offset } = weighed(trips);
  return own + offset + drift * (own - at);
}

/** Half of the quickest round trip: the clocks are told apart no more exactly than this. Milliseconds; null before the first. */
export const clockError = ({ trips }: SharedClock): number | null =>
  trips.length === 0 ? null : Math.min(...trips.map(tripTime)) / 2;

/** How much a round trip counts: the quicker, the more. */
const weight = (trip: RoundTrip): number => 1 / (tripTime(trip) + 1) ** 2;

function weighed(trips: readonly RoundTrip[]): { readonly at: number; readonly offset: number } {
  const all = trips.reduce((sum, trip) => sum + weight(trip), 0);
  const mean = (of: (trip: RoundTrip) => number): number =>
    trips.reduce((sum, trip) => sum + weight(trip) * of(trip), 0) / all;
  return { at: mean(middle), offset: mean(apart) };
}

/** By which share the other clock runs faster; null where that was not watched for long enough. */
function driftOf(trips: readonly RoundTrip[]): number | null {
  const [first, last] = [trips[0], trips.at(-1)];
  if (trips.length < 3 || !first || !last || middle(last) - middle(first) < 2 * STRETCH) return null;
  const { at, offset } = weighed(trips);
  let [rise, run] = [0, 0];
  for (const trip of trips) {
    rise += weight(trip) * (middle(trip) - at) * (apart(trip) - offset);
    run += weight(trip) * (middle(trip) - at) ** 2;
  }
  const drift = rise / run;
  return Math.abs(drift) <= FASTEST_DRIFT ? drift : null;
}
