import { Column, Entity, PrimaryColumn } from 'typeorm';

/** What the plate model found for an instrument's plan as it is now; gone once plan or wood are changed. */
@Entity('solved_top')
export class SolvedTopEntity {
  /** the instrument */
  @PrimaryColumn({ type: 'text' })
  id!: string;

  /** rise at the saddle line, m per %MC, of a solid top; null where it could not be solved */
  @Column({ type: 'real', nullable: true })
  rise!: number | null;

  /** how much of its shrinking across the grain braces and rim hold back, 0 to 1; null where it could not be solved */
  @Column({ type: 'real', nullable: true })
  restraint!: number | null;

  /** by what factor it breathes differently since the work noted on a day, by its braces loose before and after */
  @Column({ type: 'simple-json' })
  breathes!: Record<string, number>;

  /** why it could not be solved */
  @Column({ type: 'text' })
  refusal!: string;

  /** versions of plan, instrument and marks, and the days of work, that it was solved from */
  @Column({ type: 'text' })
  from!: string;
}
