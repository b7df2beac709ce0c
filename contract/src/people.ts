import { ROLES, type Role } from './lists/people.js';
import { IsBoolean, IsIn, IsInt, IsString, MaxLength, Min, IsOptional } from 'class-validator';
import { IsId, IsName } from './checks.js';

/** Someone of the shop; picked, not signed in, while only this machine is listened to. */
export class PersonInput {
  @IsInt()
  @Min(0)
  version!: number;

  @IsString()
  @IsName('a name that can be read is needed')
  @MaxLength(120)
  name!: string;

  @IsIn(ROLES)
  role!: Role;

  /** who saves it; null where nobody is picked */
  @IsOptional()
  @IsId()
  by?: string | null;

  /** why what was written down is changed; needed where the answer asks for it */
  @IsOptional()
  @IsString()
  @MaxLength(500)
  why?: string | null;
}

export class Person extends PersonInput {
  @IsId()
  id!: string;

  /** no longer offered; what they read keeps their name */
  @IsBoolean()
  struck!: boolean;
}
