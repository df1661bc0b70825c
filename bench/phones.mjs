// Phones that follow classes: how far they are from their leader, over a network that waits, stalls and cuts, while one copy of the
// server is killed; and what they cost the server. node bench/phones.mjs [minutes] [phones] [classes]
import { randomUUID } from 'node:crypto';
import fs from 'node:fs';
import {
  NO_CLOCK,
  millis,
  phoneLanesOf,
  phoneMoment,
  placeNow,
  sharedTime,
  withTrip,
  counts,
} from '@nuvrah/core';
import { classOf, counted, measuredAt, sessionOf, stillness } from '../core/dist/testing.js';
import { apiClient, percentile, report, spawnServer, startApplication } from './measure.mjs';
import { slowNetwork } from './slow-network.mjs';

const [minutes = 3, phones = 40, classes = 1] = process.argv.slice(2).map(Number);
const NETWORK = { delay: [20, 200], stallEvery: 60, stall: 4, cutEvery: 120 };
const LOOK_EVERY = 500;

const first = await startApplication();
const second = await spawnServer(first.databaseUrl);
const networks = [
  await slowNetwork(first.port, NETWORK),
  await slowNetwork(Number(new URL(second.origin).port), NETWORK),
];

/** Milliseconds of processor time that a process took so far. */
function processorTime(pid) {
  const fields = fs.readFileSync(`/proc/${pid}/stat`, 'utf8').split(') ')[1].split(' ');
  return (Number(fields[11]) + Number(fields[12])) * 10;
}

/** An even clock of somebody's own, which shows any time and drifts. */
const clockOf = (ahead, drift) => () => ahead + performance.now() * (1 + drift);

/** Asks for the shared time as the application does: often at first, then every ten seconds. */
function sharedBy(own, ask) {
  let clock = NO_CLOCK;
  let stopped = false;
  let asked = 0;
  (async () => {
    while (!stopped) {
      const sent = own();
      try {
        const { now } = await ask();
        clock = withTrip(clock, { sent, received: own(), there: now });
      } catch {
        // Asked again a moment later.
      }
      const pause = asked < 8 ? 150 : asked < 20 ? 5_000 : 10_000;
      asked++;
      await new Promise((resolve) => setTimeout(resolve, pause));
    }
  })();
  return { now: () => sharedTime(clock, own()), stop: () => (stopped = true) };
}

/** One request to whichever of some addresses answers. */
async function json(origins, path, init) {
  let last = '';
  for (const origin of [...origins, ...origins]) {
    try {
      const response = await fetch(`${origin}/api/v1${path}`, {
        ...init,
        signal: AbortSignal.timeout(8_000),
      });
      if (response.ok) return await response.json();
      last = `${response.status}`;
    } catch (problem) {
      // The next address.
      last = String(problem);
    }
  }
  throw new Error(`${path}: nobody answers, ${last}`);
}
const body = (method, value) => ({
  method,
  headers: { 'content-type': 'application/json' },
  body: JSON.stringify(value),
});

/** A phone: it joins, follows its lane, and goes on by itself while it is cut off. */
async function phoneOf(number, code, person) {
  // One of them is five minutes wrong; all drift a little.
  const own = clockOf(number === 0 ? 300_000 : Math.random() * 1e6, (Math.random() - 0.5) * 60e-6);
  const origins =
    number % 2 === 0 ? networks.map(({ origin }) => origin) : networks.map(({ origin }) => origin).reverse();
  const shared = sharedBy(own, () => json(origins, '/live/clock'));
  const { token } = await json(origins, '/live/joining', body('POST', { code }));
  let shown = await json(origins, `/live/${token}/person`, body('PUT', { person }));
  let stopped = false;
  let cuts = -1;
  const look = async () => {
    shown = await json(origins, `/live/${token}`).catch(() => shown);
  };
  (async () => {
    for (let turn = 0; !stopped; turn++) {
      cuts++;
      try {
        const response = await fetch(`${origins[turn % 2]}/api/v1/live/${token}/news`);
        let text = '';
        const decoder = new TextDecoder();
        for await (const chunk of response.body) {
          text += decoder.decode(chunk, { stream: true });
          const parts = text.split('\n\n');
          text = parts.pop();
          for (const part of parts) {
            if (!part.startsWith('data: ')) continue;
            const news = JSON.parse(part.slice(6));
            if (news.kind === 'place') shown = { ...shown, place: news.place };
            else void look();
          }
          if (stopped) break;
        }
      } catch {
        // Cut: the other address is tried.
      }
      await new Promise((resolve) => setTimeout(resolve, 1_000));
    }
  })();
  return {
    person,
    position: () => {
      const now = shared.now();
      return shown.place && now !== null ? placeNow(shown.place, now) : null;
    },
    moment: (at) => (shown.lane ? phoneMoment(shown.lane, at) : null),
    cuts: () => cuts,
    stop: () => {
      stopped = true;
      shared.stop();
    },
  };
}

/** A class with its leader, on the same network. */
async function leaderOf(client, people) {
  const { call } = client;
  const must = async (...request) => {
    const { status, body: answer } = await call(...request);
    if (status >= 300) throw new Error(JSON.stringify(answer));
    return answer;
  };
  const group = await must('POST', '/classes', { id: randomUUID(), name: 'Bench', members: [], note: '' });
  const { id: live, code } = await must('POST', `/classes/${group.id}/live`, { id: randomUUID(), people });
  const capacities = [measuredAt(12, 60, 24), measuredAt(10, 40, 20), measuredAt(8, 30, 16)];
  const cycles = Math.ceil((minutes * 60 + 120) / 84);
  const session = sessionOf(
    counted('1:4:2', counts(6), { id: 'a', cycles, seat: 'chair', emptyHold: 'as-written' }),
    stillness(),
  );
  const run = classOf(
    session,
    Object.fromEntries(people.map((name, index) => [name, { capacity: capacities[index % 3] }])),
  );
  const own = clockOf(12_345, 20e-6);
  const shared = sharedBy(own, () => json([networks[0].origin, networks[1].origin], '/live/clock'));
  await new Promise((resolve) => setTimeout(resolve, 4_000));
  const began = performance.now();
  const position = () => performance.now() - began;
  const place = () => ({ at: position(), when: shared.now(), goesOn: true });
  const lanes = phoneLanesOf(run, millis(0), { naming: 'english', nameOf: (name) => name });
  const tell = async () => {
    await must('PUT', `/classes/${group.id}/live/${live}/place`, { place: place(), handled: [] }).catch(
      () => null,
    );
  };
  return {
    code,
    begin: async () => {
      await must('PUT', `/classes/${group.id}/live/${live}`, {
        people: people.map((name) => ({ name, sittingId: null })),
        lanes,
        place: place(),
      });
    },
    telling: setInterval(() => void tell(), 2_000),
    position,
    moment: (person, at) =>
      phoneMoment(
        lanes.find((lane) => lane.people.includes(person)),
        at,
      ),
    stop: shared.stop,
  };
}

// The leader's requests go to the copy that stays.
const client = await apiClient({ ...first, origin: second.origin });
const each = Math.ceil(phones / classes);
const rooms = [];
for (let index = 0; index < classes; index++) {
  const people = Array.from({ length: each }, (_, number) => `P${index}-${number}`);
  const leader = await leaderOf(client, people);
  const following = await Promise.all(people.map((person, number) => phoneOf(number, leader.code, person)));
  await leader.begin();
  rooms.push({ leader, following });
}
report(
  'phones',
  `${rooms.reduce((sum, { following }) => sum + following.length, 0)} in ${classes} classes, ${minutes} min`,
);
await new Promise((resolve) => setTimeout(resolve, 5_000));

const apart = [];
let [wrongPhase, looks, missing] = [0, 0, 0];
let begun = {
  at: performance.now(),
  first: processorTime(first.server.pid),
  second: processorTime(second.server.pid),
};
let killed = false;
let worstAfterKill = 0;
const until = performance.now() + minutes * 60_000;
let spent = 0;
while (performance.now() < until) {
  await new Promise((resolve) => setTimeout(resolve, LOOK_EVERY));
  for (const { leader, following } of rooms) {
    for (const phone of following) {
      const at = leader.position();
      const shown = phone.position();
      looks++;
      if (shown === null) {
        missing++;
        continue;
      }
      const difference = Math.abs(shown - at);
      apart.push(difference);
      if (killed) worstAfterKill = Math.max(worstAfterKill, difference);
      // The phase is another one only where the leader is near its edge.
      if (phone.moment(shown)?.phrase.say !== leader.moment(phone.person, at)?.phrase.say) wrongPhase++;
    }
  }
  if (!killed && performance.now() > until - (minutes * 60_000) / 2) {
    spent = processorTime(first.server.pid) - begun.first;
    report('the other copy is killed (kill -9)', `after ${((minutes * 60) / 2).toFixed(0)} s`);
    await first.kill();
    killed = true;
  }
}
spent += processorTime(second.server.pid) - begun.second;
const seconds = (performance.now() - begun.at) / 1000;

report('apart from the leader, 95 %', `${percentile(apart, 0.95).toFixed(1)} ms`, 'under 80 ms');
report('apart from the leader, the worst', `${Math.max(...apart).toFixed(1)} ms`, 'under 150 ms');
report('the worst after the kill', `${worstAfterKill.toFixed(1)} ms`);
report('looks without a place', `${missing} of ${looks}`);
report('looks with another phase', `${((wrongPhase / looks) * 100).toFixed(2)} %`);
report(
  'connections cut, a phone',
  (
    rooms.flatMap(({ following }) => following.map(({ cuts }) => cuts())).reduce((a, b) => a + b, 0) / phones
  ).toFixed(1),
);
report(
  'processor time of the server, both copies',
  `${(spent / 10 / seconds).toFixed(1)} % of a core`,
  'under 50 % for 300 phones in 10 classes',
);
for (const { leader, following } of rooms) {
  clearInterval(leader.telling);
  leader.stop();
  for (const phone of following) phone.stop();
}
for (const network of networks) network.close();
second.server.kill('SIGTERM');
await first.start();
await first.stop();
process.exit(0);
