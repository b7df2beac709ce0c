import type { StringSide } from '../strings/index.js';
import { needsPitch, type Place, type PointId, type QuantityId, type StateId } from '../readings/index.js';
import type { ActionBudget } from './budget.js';
import type { Evidence, Looked, MarkItem, PointItem, ReadItem, Source } from './evidence.js';
import type { SideStance } from './sideStance.js';
import { stanceVerdict, type StanceVerdict } from './stanceVerdict.js';

/** The bundle with what follows from it, as the rules ask it. */
export class Known {
  private readonly byPoint: Map<PointId, PointItem>;
  private readonly byPlace: Map<string, ReadItem>;

  constructor(
    readonly evidence: Evidence,
    readonly budgets: readonly ActionBudget[],
    /** how each side stands against what is wanted; those sides whose action was read at pitch */
    readonly sides: readonly SideStance[],
  ) {
    this.byPoint = new Map(evidence.points.map((one) => [one.point, one]));
    this.byPlace = new Map(evidence.reads.map((one) => [`${one.quantity}.${one.place}`, one]));
  }

  private stance: StanceVerdict | null = null;

  /** What the stance asks for, both sides together. */
  get verdict(): StanceVerdict {
    this.stance ??= stanceVerdict(this);
    return this.stance;
  }

  get instrument(): Evidence['instrument'] {
    return this.evidence.instrument;
  }
  get archtop(): boolean {
    return this.instrument.type === 'archtop';
  }

  point(point: PointId): PointItem | null {
    return this.byPoint.get(point) ?? null;
  }

  /** Whether any of these states was found at a point when it was last looked at. */
  has(point: PointId, ...states: StateId[]): boolean {
    return this.point(point)?.states.some((one) => states.includes(one)) ?? false;
  }

  /** How a point was looked at. */
  looked(point: PointId): Looked {
    const item = this.point(point);
    if (!item || item.states.length === 0) return 'not looked at';
    if (item.states.includes('unseen')) return 'cannot be seen';
    return item.verdict === 'sound' ? 'found sound' : 'found so';
  }

  /** How a quantity was looked at: read, or not, or left out because it may not be strung. */
  lookedAt(quantity: QuantityId): Looked {
    if (this.readsOf(quantity).length > 0) return 'found so';
    return this.evidence.heldUnsound && needsPitch(quantity) ? 'not taken: unsound' : 'not looked at';
  }

  read(quantity: QuantityId, place: Place): ReadItem | null {
    return this.byPlace.get(`${quantity}.${place}`) ?? null;
  }

  /** All places of a quantity that were read. */
  readsOf(quantity: QuantityId): ReadItem[] {
    return this.evidence.reads.filter((one) => one.quantity === quantity);
  }

  marksOf(...kinds: MarkItem['kind'][]): MarkItem[] {
    return this.evidence.marks.filter(
      ({ kind, state }) => kinds.includes(kind) && state !== 'repaired' && state !== 'closed',
    );
  }

  budget(side: StringSide): ActionBudget | null {
    return this.budgets.find((one) => one.side === side) ?? null;
  }

  /** Of what a finding stands on at points. */
  ofPoints(...points: PointId[]): Source[] {
    return points.flatMap((point): Source[] => {
      const item = this.point(point);
      return item ? [{ of: 'point', point, examinationId: item.examinationId, date: item.date }] : [];
    });
  }

  ofReads(...items: (ReadItem | null)[]): Source[] {
    return items.flatMap((item): Source[] =>
      item
        ? [
            {
              of: 'reading',
              quantity: item.quantity,
              place: item.place,
              examinationId: item.examinationId,
              date: item.date,
            },
          ]
        : [],
    );
  }

  /** Readings of one side that its budget stands on. */
  ofSide(side: StringSide, ...quantities: QuantityId[]): Source[] {
    return this.ofReads(...quantities.map((quantity) => this.read(quantity, side)));
  }
}

/** Where a mark can be opened. */
export const ofMark = ({ id, name, date }: MarkItem): Source => ({ of: 'mark', mark: id, name, date });
