import { IsNumber, IsString, MaxLength } from 'class-validator';

/** An amount as typed, in the shop's currency. */
export class TypedMoney {
  @IsString()
  @MaxLength(40)
  text!: string;
}

/** A stored amount: what was typed, and what it means. */
export class Money extends TypedMoney {
  @IsNumber()
  amount!: number;
}
