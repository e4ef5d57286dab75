import { FAILURES } from '../../server/store/faulty.ts';
import { NURSERY, someBatch, someLot, testServer } from '../../server/testing.ts';
import { cuts, holdOn, interleaved, kills } from './crashes.ts';
import { browserCrashed, lookedAroundTwice, oddNames } from './doors.ts';
import { faultsInTurn } from './faults.ts';
import { fullDisk } from './fullDisk.ts';
import { heavyAtOnce } from './heavy.ts';
import { hostileRequests } from './hostile.ts';
import { seasonActs } from './seasons.ts';
import { craftedFiles, savedAtOnce, twoPeople } from './writes.ts';

/** The whole of it; a smaller share with an argument, such as 0.1. */
const SHARE = Number(process.argv[2] ?? 1) || 1;
const SEED = Number(process.argv[3] ?? 1);
const some = (count: number) => Math.max(1, Math.round(count * SHARE));

/** Longer than this nobody waits for what needs nothing, on two busy cores, ms. */
const LONGEST_WAIT_MS = 250;

interface Line {
  what: string;
  found: string;
  held: boolean;
}

async function hostile(): Promise<Line> {
  const server = await testServer({ demo: true, requestsPerMinute: 10_000_000 });
  await server.ask('PUT', '/api/nursery', NURSERY);
  const lot = someLot({ seeds: 5000 });
  await server.ask('POST', '/api/lots', lot);
  const batch = (await server.ask('POST', '/api/batches', someBatch(lot, 60))).body as { id: string; code: string };
  const places = (await server.ask('GET', '/api/places')).body as { id: string }[];
  const { sent, taken, bad } = await hostileRequests(server.app, some(50_000), SEED, [
    lot.id,
    batch.id,
    batch.code,
    ...places.map(({ id }) => id),
  ]);
  for (const one of bad.slice(0, 10)) console.log(`  ${one.status}, ${Math.round(one.ms)} ms: ${one.request}`);
  await server.close();
  return {
    what: `${sent} requests made from the API’s own description`,
    found: `${taken} taken, ${bad.length} faults or hangs`,
    held: bad.length === 0,
  };
}

const ATTACKS: (() => Promise<Line>)[] = [
  async () => {
    const { tried, taken } = await craftedFiles();
    for (const sql of taken) console.log(`  taken: ${sql}`);
    return { what: `${tried} data files made to hurt, to be read back`, found: `${taken.length} taken`, held: taken.length === 0 };
  },
  async () => {
    const { failed, days } = await savedAtOnce(30);
    return {
      what: 'everything saved thirty times at once, and twenty times more',
      found: `${failed} failed, ${days} backups kept`,
      held: failed === 0 && days > 0,
    };
  },
  async () => {
    const { unseen } = await twoPeople(some(100));
    return { what: `two people change one place, ${some(100)} times`, found: `${unseen} written over unseen`, held: unseen === 0 };
  },
  async () => {
    const times = some(20);
    const { held } = browserCrashed(times);
    return {
      what: `a browser crashed ${times} times with entries on their way`,
      found: held ? '0 lost, 0 doubled' : 'not as it was said',
      held,
    };
  },
  async () => {
    const acts = some(400);
    const { faults, astray } = await seasonActs(acts, SEED);
    return {
      what: `${acts} acts of each of four clients on seasons`,
      found: `${faults} faults of the server’s own, ${astray} seeds astray`,
      held: faults === 0 && astray === 0,
    };
  },
  async () => {
    const { results, faults, longest_ms } = await heavyAtOnce(some(2000));
    return {
      what: `all that is heavy asked four times at once, behind ${results} results`,
      found: `${faults} faults, others waited ${Math.round(longest_ms)} ms at most, but for one in a hundred`,
      held: faults === 0 && longest_ms < LONGEST_WAIT_MS,
    };
  },
  async () => {
    const { tried, wrong } = await oddNames();
    for (const one of wrong) console.log(`  ${one}`);
    return {
      what: `${tried} odd names in files of places, and broken addresses`,
      found: `${wrong.length} wrongly answered`,
      held: wrong.length === 0,
    };
  },
  async () => {
    const times = some(10);
    const { faults } = await lookedAroundTwice(times);
    return { what: `two browsers look around in a half-grown demo at once, ${times} times`, found: `${faults} faults`, held: faults === 0 };
  },
  async () => {
    const times = some(30);
    const { acknowledged, lost } = await kills(times);
    return {
      what: `${times} kills in the middle of writing`,
      found: `${lost} of ${acknowledged} acknowledged entries lost`,
      held: lost === 0,
    };
  },
  ...FAILURES.map((how) => async (): Promise<Line> => {
    const { calls, restarts, wrong, intact } = await faultsInTurn(how, SHARE < 1 ? 3 : 1);
    return {
      what: `the database fails at each of ${calls} calls in turn, ${how}`,
      found: `${wrong.length} wrongly told, ${restarts} restarts, file ${intact}`,
      held: wrong.length === 0 && intact === 'ok',
    };
  }),
  async () => {
    const disk = await fullDisk();
    if (!disk) return { what: 'a full disk', found: 'not tried: no small disk can be made here', held: true };
    const { acknowledged, refused, statuses, after, wrong, intact } = disk;
    return {
      what: `a disk that fills up: ${acknowledged} entries taken, ${refused} refused with ${statuses.join(', ')}, ${after} more after room was made`,
      found: `${wrong} wrongly told, file ${intact}`,
      held: wrong === 0 && intact === 'ok' && after === 100 && statuses.every((status) => status === 507),
    };
  },
  async () => {
    const { opened, outOfOrder } = await cuts(some(40));
    return {
      what: `the log of a killed server cut at ${opened} places`,
      found: `${outOfOrder} not as they were at some moment`,
      held: outOfOrder === 0,
    };
  },
  async () => {
    const { taken, wrong } = await interleaved(some(10_000));
    return {
      what: `${some(10_000)} entries by eight clients at once, ${taken} taken`,
      found: `${wrong} batches with a wrong sum or order`,
      held: wrong === 0,
    };
  },
  async () => {
    const { answered, stopped } = await holdOn(some(300));
    return {
      what: `${some(300)} connections that say nothing or never finish`,
      found: `others ${answered ? 'answered' : 'not answered'}, ${stopped ? 'stopped' : 'not stopped'} within 5 s`,
      held: answered && stopped,
    };
  },
  hostile,
];

const began = Date.now();
const lines: Line[] = [];
for (const attack of ATTACKS) {
  const line = await attack();
  lines.push(line);
  console.log(`${line.held ? 'held ' : 'BROKE'} ${line.what}: ${line.found}`);
}
console.log(`\n| attack | what came of it | |\n|---|---|---|`);
for (const { what, found, held } of lines) console.log(`| ${what} | ${found} | ${held ? 'held' : '**broke**'} |`);
console.log(`\n${Math.round((Date.now() - began) / 1000)} s.`);
process.exit(lines.every(({ held }) => held) ? 0 : 1);
