import { Column, PrimaryColumn } from 'typeorm';

/** A row that counts its edits and remembers what was saved last. */
export abstract class VersionedRow {
  @PrimaryColumn({ type: 'text' })
  id!: string;

  @Column({ type: 'integer' })
  version!: number;

  /** of the body that was saved last, to know a repeated request */
  @Column({ type: 'text' })
  fingerprint!: string;
}
