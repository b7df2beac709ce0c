import { CHANGE_SUBJECTS, type ChangeSubject } from './lists/events.js';
import { IsArray, IsIn, IsString } from 'class-validator';

/** Something changed. */
export class Changed {
  @IsIn(CHANGE_SUBJECTS)
  subject!: ChangeSubject;

  /** of the instrument or room; empty where there is one of the subject */
  @IsString()
  id!: string;
}

/** What one event of the stream says: everything that changed since the last. */
export class ChangesSaid {
  @IsArray()
  changed!: Changed[];
}
