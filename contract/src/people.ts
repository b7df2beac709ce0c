import { IsIn, IsInt, IsNotEmpty, IsString, IsUUID, MaxLength, Min } from 'class-validator';

export const ROLES = ['owner', 'luthier', 'apprentice'] as const;
export type Role = (typeof ROLES)[number];

/** Someone of the shop; picked, not signed in, while only this machine is listened to. */
export class PersonInput {
  @IsInt()
  @Min(0)
  version!: number;

  @IsString()
  @IsNotEmpty()
  @MaxLength(120)
  name!: string;

  @IsIn(ROLES)
  role!: Role;
}

export class Person extends PersonInput {
  @IsUUID()
  id!: string;
}
