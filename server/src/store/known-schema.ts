import { Evidence1765500000000 } from './migrations/evidence.js';
import { FromShops1766600000000 } from './migrations/from-shops.js';
import { TheCalendar1766500000000 } from './migrations/the-calendar.js';
import { GivenPapers1766400000000 } from './migrations/given-papers.js';
import { Owners1766300000000 } from './migrations/owners.js';
import { TheBench1766200000000 } from './migrations/the-bench.js';
import { WhoseAir1766100000000 } from './migrations/whose-air.js';
import { HeelWidth1766000000000 } from './migrations/heel-width.js';
import { FirstLight1764000000000 } from './migrations/first-light.js';
import { JudgedTops1765300000000 } from './migrations/judged-tops.js';
import { RepairPlans1765400000000 } from './migrations/repair-plans.js';
import { TopTrials1765200000000 } from './migrations/top-trials.js';
import { HygrometersBeside1765100000000 } from './migrations/hygrometers-beside.js';
import { Interventions1764800000000 } from './migrations/interventions.js';
import { KeptAsTyped1764700000000 } from './migrations/kept-as-typed.js';
import { KeptHumidity1765000000000 } from './migrations/kept-humidity.js';
import { MarksAsEvidence1764300000000 } from './migrations/marks-as-evidence.js';
import { PacksAndRestraint1764600000000 } from './migrations/packs-and-restraint.js';
import { StringsOfTheShop1764900000000 } from './migrations/strings-of-the-shop.js';
import { TheExamination1764100000000 } from './migrations/the-examination.js';
import { TheMap1764200000000 } from './migrations/the-map.js';
import { TheSeasons1764500000000 } from './migrations/the-seasons.js';
import { TheVirtualTop1764400000000 } from './migrations/the-virtual-top.js';

/** Every change of the tables, in the order of the number at its name's end. */
export const MIGRATIONS = [
  FirstLight1764000000000,
  TheExamination1764100000000,
  TheMap1764200000000,
  MarksAsEvidence1764300000000,
  TheVirtualTop1764400000000,
  TheSeasons1764500000000,
  PacksAndRestraint1764600000000,
  KeptAsTyped1764700000000,
  Interventions1764800000000,
  StringsOfTheShop1764900000000,
  KeptHumidity1765000000000,
  HygrometersBeside1765100000000,
  TopTrials1765200000000,
  JudgedTops1765300000000,
  RepairPlans1765400000000,
  Evidence1765500000000,
  HeelWidth1766000000000,
  WhoseAir1766100000000,
  TheBench1766200000000,
  Owners1766300000000,
  GivenPapers1766400000000,
  TheCalendar1766500000000,
  FromShops1766600000000,
];

/** What a data file says of itself. */
export interface Schema {
  tables: string[];
  /** names of the changes that were made to its tables */
  made: string[];
}

/** What kind of data file it is, and which changes of the tables it still lacks. */
export function judgeSchema({ tables, made }: Schema): {
  kind: 'new' | 'ours' | 'newer' | 'foreign';
  pending: string[];
} {
  const known = MIGRATIONS.map(({ name }) => name);
  const pending = known.filter((name) => !made.includes(name));
  if (made.some((name) => !known.includes(name))) return { kind: 'newer', pending };
  if (tables.length === 0 || (tables.every((name) => name === 'migrations') && made.length === 0))
    return { kind: 'new', pending };
  return { kind: made.includes(known[0]!) ? 'ours' : 'foreign', pending };
}
