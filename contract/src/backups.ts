import { IsArray, IsBoolean, IsIn, IsInt, IsOptional, IsString } from 'class-validator';
import { NestedList } from './checks.js';

/** One file that holds the whole shop as it was at one moment. */
export class BackupListed {
  @IsString()
  name!: string;

  /** UTC ISO text */
  @IsString()
  made!: string;

  @IsInt()
  bytes!: number;
}

/** How the shop's data are kept. */
export class BackupState {
  @IsString()
  folder!: string;

  /** why nothing can be saved; null where it can */
  @IsOptional()
  @IsIn(['full', 'read-only'])
  unwritable!: 'full' | 'read-only' | null;

  @IsString()
  backupFolder!: string;

  /** the folder was named when the program was started, and is not the shop's to choose */
  @IsBoolean()
  backupFolderNamed!: boolean;

  /** backups lie on the same disk as the shop; null where it cannot be told */
  @IsOptional()
  @IsBoolean()
  sameDisk!: boolean | null;

  /** when the last good one was made, UTC ISO text */
  @IsOptional()
  @IsString()
  lastBackup!: string | null;

  /** why the last try failed; null where it did not */
  @IsOptional()
  @IsString()
  failed!: string | null;

  @NestedList(() => BackupListed)
  backups!: BackupListed[];

  /** what else lies in the folder, in sentences: backups of other copies and other shops */
  @IsArray()
  @IsString({ each: true })
  beside!: string[];

  /** a question before anything is written into the folder; null where there is none */
  @IsOptional()
  @IsString()
  asks!: string | null;

  /** pictures that were found damaged when they were last read */
  @IsInt()
  damagedPictures!: number;

  /** what a person should know, in sentences */
  @IsArray()
  @IsString({ each: true })
  remarks!: string[];

  /** the server's instant, UTC ISO text */
  @IsString()
  now!: string;
}

/** What keeps backups from being written, in a sentence; null where nothing does. */
export class BackupTrouble {
  @IsOptional()
  @IsString()
  trouble!: string | null;
}
