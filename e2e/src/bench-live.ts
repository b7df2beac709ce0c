import { figureUnder } from '../../core/bench/figures.js';
import { planBody } from './bodies.js';
import { TwoBrowsers } from './live.js';

/** How long it takes until what one browser saves is on an open page of another: the longest of a few rounds. */
const ROUNDS = 5;
const WITHIN_MS = 2000;

const two = await TwoBrowsers.open();
const { one, room } = two;
const versionOf = async () => (await two.get<{ version: number }>(`instruments/${one}`)).version;
let error = 2;

interface Change {
  save: () => Promise<number>;
  says: RegExp;
}

interface Kind {
  name: string;
  page: string;
  /** saves something of its round, and what the page says once it has come */
  change: (round: number) => Change | Promise<Change>;
}

const kinds: Kind[] = [
  {
    name: 'error of a tool',
    page: `instruments/${one}/readings?of=action12.bass`,
    change: async () => {
      const rule = (
        await two.get<{ id: string; version: number; name: string; dimension: string }[]>('tools')
      ).find(({ id }) => id === 'rule')!;
      error += 1;
      // the table says 1.96 √(step²/12 + repeat²) in 64ths, to a half
      const sd = Math.hypot(error / Math.sqrt(12), error);
      const said = Math.round((2 * 1.96 * sd * 64) / 25.4) / 2;
      const { version, name, dimension } = rule;
      const body = {
        version,
        name,
        dimension,
        unit: 'mm',
        resolution: `${error}`,
        repeatability: `${error}`,
        retired: false,
      };
      return {
        save: () => two.saves('PUT', 'tools/rule', body),
        says: new RegExp(`\\t${Math.floor(said)}(½)?/64`, 'u'),
      };
    },
  },
  {
    name: 'string set',
    page: `instruments/${one}/seasons`,
    change: async (round) => {
      const version = await versionOf();
      const [set, name] = round % 2 === 0 ? ['extra-light', 'extra light'] : ['medium', 'medium, 13'];
      return {
        save: () => two.saves('PUT', `instruments/${one}`, two.facts({ version, stringSet: set })),
        says: new RegExp(`${name}.* · standard`, 'u'),
      };
    },
  },
  {
    name: 'air of a room',
    page: 'air',
    change: (round) => ({
      save: () =>
        two.saves('POST', `rooms/${room}/air`, {
          unit: '°C',
          readings: [
            { at: `2026-09-02T0${round}:00:00.000Z`, humidity: `${61 + 2 * round}`, temperature: '20' },
          ],
        }),
      // the page says the mean of the day
      says: new RegExp(`${61 + round}(\\.0)? % RH`, 'u'),
    }),
  },
  {
    name: 'plan of a top',
    page: `instruments/${one}/seasons`,
    change: async (round) => {
      const { plan } = await two.get<{ plan: { version: number } }>(`instruments/${one}/body-plan`);
      const drawn = planBody(two.person, 3);
      const body = {
        ...drawn,
        version: plan.version,
        braces: drawn.braces.map((brace) => ({ ...brace, height: 0.003 + 0.0005 * round })),
      };
      return {
        save: () => two.saves('PUT', `instruments/${one}/body-plan`, body),
        says: /Working out this top; until then/u,
      };
    },
  },
  {
    name: 'kind of instrument',
    page: `instruments/${one}/top`,
    change: async (round) => {
      const version = await versionOf();
      const type = round % 2 === 0 ? 'archtop' : 'flat-top';
      return {
        save: () => two.saves('PUT', `instruments/${one}`, two.facts({ version, type })),
        says: type === 'archtop' ? /thumb|arch over|arch /u : /hump behind|working out|draw/u,
      };
    },
  },
];

try {
  console.log('\nFrom a save in one browser to an open page of another:');
  for (const { name, page: path, change } of kinds) {
    const took: number[] = [];
    for (let round = 0; round < ROUNDS; round++) {
      await two.settled();
      const page = await two.open(path);
      const { save, says } = await change(round);
      took.push(await two.reaches(page, save, says));
      await page.close();
    }
    const longest = Math.max(...took);
    console.log(`  ${name.padEnd(20)} ${took.map((ms) => ms.toFixed(0).padStart(5)).join(' ')} ms`);
    figureUnder(`another browser's page hears of another ${name}, longest of ${ROUNDS}`, longest, WITHIN_MS);
  }
} finally {
  await two.close();
}
