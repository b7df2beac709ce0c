import type { Audience, PaperId, Shows, WaySaid } from '@upright-elder/core/papers';
import type { BodyPlan } from '@upright-elder/core/body-plan';
import type { OpenQuestion, Severity } from '@upright-elder/core/diagnosis';
import type { MarkFacts } from '@upright-elder/core/instrument';
import type { PointId, QuantityId, ReadPlace, StateId } from '@upright-elder/core/readings';
import type { Money, RepairPlan } from '@upright-elder/core/repair-plans';
import type { Tree } from '@upright-elder/core/tree';
import type { HeightUnit } from '@upright-elder/core/units';
import type { QuickWords } from '@upright-elder/core/wording';
import type { Photo } from './blocks.js';

/** Everything that papers of an instrument are made of. SI, ids and what people typed. */
export interface PaperRecord {
  /** what stands at its foot, and under a value */
  shop: { name: string; currency: string; foot: string; insurance: string };
  day: string;
  heights: HeightUnit;
  lengths: 'mm' | 'in';
  audience: Audience;
  shows: Shows;
  instrument: {
    nickname: string;
    maker: string;
    identity: string;
    doubtful: readonly string[];
    owner: string;
    complaint: string;
    archtop: boolean;
    scale: number;
    bodyJoin: number;
    construction: string;
    /** name and way of each part that is known */
    build: readonly (readonly [string, string])[];
    strings: string;
    marketValue: number | null;
    worthToOwner: number | null;
    tailpiece: boolean;
  };
  judged: {
    date: string | null;
    first: string | null;
    unsound: boolean;
    findings: readonly {
      severity: Severity;
      text: string;
      more: readonly string[];
      never: readonly string[];
      marks: readonly string[];
    }[];
    questions: readonly Pick<OpenQuestion, 'ask' | 'minutes'>[];
    notLooked: readonly string[];
  };
  /** oldest first */
  examinations: readonly {
    date: string;
    byName: string;
    humidity: string;
    strings: 'pitch' | 'slack' | 'off';
    notes: string;
    readings: readonly { quantity: QuantityId; place: ReadPlace; value: number; toolName: string }[];
    points: readonly { point: PointId; states: readonly StateId[]; words: string }[];
  }[];
  plan: BodyPlan | null;
  marks: readonly MarkFacts[];
  /** oldest first; whether by this shop */
  done: readonly { when: string; what: string }[];
  photographs: readonly Photo[];
  plans: readonly PlanOnPaper[];
  /** how often each paper has been given to such a reader, this time counted */
  versions: Partial<Record<PaperId, number>>;
  /** the estimate that was given last; null where none was */
  lastEstimate: { day: string; version: number; ways: readonly WaySaid[] } | null;
  /** its last quick look; null where none was taken */
  quick: QuickOnPaper | null;
  /** its latest job; null where there was none */
  job: JobOnPaper | null;
  money: Money;
}

/** A way, with what it may come to, what it leaves, and its steps in words. */
export interface PlanOnPaper {
  /** by what it aims at, or as the shop calls it */
  name: string;
  /** the shop or the owner chose it */
  chosen: boolean;
  plan: RepairPlan;
  tree: Tree | null;
  left: readonly string[];
  steps: readonly {
    name: string;
    why: string;
    hands: readonly [number, number];
    materials: readonly string[];
    /** only where the owner agreed in writing */
    consent: boolean;
  }[];
}

/** A quick look before buying, point by point. */
export interface QuickOnPaper {
  date: string;
  byName: string;
  /** what is asked for it, in the shop’s currency; empty where nobody said, or prices are left out */
  asking: string;
  words: QuickWords;
  points: readonly { name: string; found: string; verdict: string }[];
}

/** A job as the next luthier reads it. */
export interface JobOnPaper {
  name: string;
  asked: string;
  opened: string;
  /** null while it is under way */
  handedOver: string | null;
  /** what it came to, line by line: hours at the bench as they were estimated, and as they were worked */
  came: readonly { say: string; estimated: readonly [number, number]; worked: number }[];
  /** what was used, with how much and what it cost as it was written */
  used: readonly string[];
  /** what is still to do, with its materials; none once it was handed over */
  open: readonly { name: string; hands: readonly [number, number]; materials: readonly string[] }[];
  /** what was done of its plan */
  finished: readonly string[];
  /** parts that are wanted, and from where */
  wanted: readonly string[];
  /** what went wrong and the shop pays for */
  ours: readonly string[];
  /** day by day */
  log: readonly { day: string; lines: readonly string[] }[];
  parts: readonly { name: string; where: string }[];
  /** what was not as it was thought */
  otherwise: readonly string[];
  /** what the owner did not want, or was not needed, and why */
  leftOut: readonly string[];
}
