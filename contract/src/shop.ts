import { PAPER_TEXT_IDS, type PaperText } from '@upright-elder/core/papers';
import { SKILLS, type Skill } from '@upright-elder/core/treatments';
import { DATE_ORDERS, isTimeZone, type DateOrder } from '@upright-elder/core/days';
import { QUANTITY_IDS, READING_UNITS, type QuantityId, type ReadingUnit } from '@upright-elder/core/readings';
import type { TemperatureUnit } from '@upright-elder/core/units';
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  Matches,
  IsObject,
  IsString,
  MaxLength,
  Min,
  registerDecorator,
  IsOptional,
} from 'class-validator';
import { TEMPERATURE_UNITS } from './lists/air.js';
import { check, IsName, Nested, NestedList, IsId } from './checks.js';
import { isRecord } from './lists/records.js';
import { OwnSchools } from './plans.js';

/** Every key is a quantity, and every value one that passes. */
function IsByQuantity(name: string, passes: (value: unknown) => boolean, message: string) {
  return (target: object, propertyName: string) => {
    registerDecorator({
      name,
      target: target.constructor,
      propertyName,
      options: { message },
      validator: {
        validate: (value: unknown) =>
          typeof value === 'object' &&
          value !== null &&
          Object.entries(value).every(
            ([quantity, one]) => (QUANTITY_IDS as readonly string[]).includes(quantity) && passes(one),
          ),
      },
    });
  };
}
const IsUnitsByQuantity = () =>
  IsByQuantity(
    'isUnitsByQuantity',
    (unit) => (READING_UNITS as readonly unknown[]).includes(unit),
    'each quantity takes one of mm, in, thou, 64ths, ° or cents',
  );
const IsToolsByQuantity = () =>
  IsByQuantity(
    'isToolsByQuantity',
    (tool) => typeof tool === 'string' && tool.length <= 60,
    'each quantity takes the id of a tool',
  );

const IsTimeZone = () => (target: object, propertyName: string) => {
  registerDecorator({
    name: 'isTimeZone',
    target: target.constructor,
    propertyName,
    options: { message: 'a time zone is accepted, such as Europe/Lisbon or America/Chicago' },
    validator: {
      validate: (value: unknown) => typeof value === 'string' && value.length <= 60 && isTimeZone(value),
    },
  });
};

/** Amounts by the job that they are for. */
const IsAllowances = (): PropertyDecorator =>
  check(
    'isAllowances',
    (value) =>
      isRecord(value) &&
      Object.keys(value).length <= 80 &&
      Object.entries(value).every(
        ([job, amount]) => job.length <= 40 && typeof amount === 'string' && amount.length <= 40,
      ),
    { message: 'each job takes an amount' },
  );

const IsFigures = (): PropertyDecorator =>
  check(
    'isFigures',
    (value) =>
      isRecord(value) &&
      Object.keys(value).length <= 300 &&
      Object.entries(value).every(
        ([id, typed]) => id.length <= 80 && typeof typed === 'string' && typed.length <= 20,
      ),
    { message: 'each figure is a short text under its name' },
  );

const IsPaperTexts = (): PropertyDecorator =>
  check(
    'isPaperTexts',
    (value) =>
      isRecord(value) &&
      Object.entries(value).every(
        ([id, text]) =>
          (PAPER_TEXT_IDS as string[]).includes(id) && typeof text === 'string' && text.length <= 2000,
      ),
    { message: `texts of papers are of at most 2000 signs, under these names: ${PAPER_TEXT_IDS.join(', ')}` },
  );

/** On which days somebody works. */
export class PersonDays {
  @IsId()
  person!: string;

  /** seven days, Monday first */
  @IsArray()
  @ArrayMinSize(7)
  @ArrayMaxSize(7)
  @IsBoolean({ each: true })
  week!: boolean[];

  /** days off, ISO dates */
  @IsArray()
  @ArrayMaxSize(200)
  @Matches(/^\d{4}-\d{2}-\d{2}$/u, { each: true, message: 'days off are days such as 2026-12-25' })
  off!: string[];

  /** what they may do; left out: everything */
  @IsOptional()
  @IsArray()
  @IsIn(SKILLS, { each: true, message: `the work of a person is one of ${SKILLS.join(', ')}` })
  skills?: Skill[];
}

/** The shop's own settings; one record. */
export class ShopInput {
  @IsInt()
  @Min(0)
  version!: number;

  @IsString()
  @IsName('a name that can be read is needed')
  @MaxLength(120)
  name!: string;

  /** the unit that a bare decimal takes in each quantity's field */
  @IsObject()
  @IsUnitsByQuantity()
  units!: Partial<Record<QuantityId, ReadingUnit>>;

  /** the tool each quantity is usually read with, where it is not the house's */
  @IsObject()
  @IsToolsByQuantity()
  tools!: Partial<Record<QuantityId, string>>;

  /** sign or code before an amount of money */
  @IsString()
  @MaxLength(4)
  currency!: string;

  @IsIn(TEMPERATURE_UNITS)
  temperatureUnit!: TemperatureUnit;

  /** where the shop stands, as the IANA time zone database calls it, such as Europe/Lisbon; null: as this machine */
  @IsOptional()
  @IsTimeZone()
  timeZone?: string | null;

  /** what a bare number means in the fields of lengths that are no readings; what is left out is millimetres */
  @IsOptional()
  @IsIn(['mm', 'in'])
  lengths?: 'mm' | 'in';

  /** where backups are written, an absolute path; null: beside the shop's data */
  @IsOptional()
  @IsString()
  @MaxLength(400)
  backupFolder?: string | null;

  /** in which order its date fields write and read; what is left out is day first */
  @IsOptional()
  @IsIn(DATE_ORDERS)
  dateOrder?: DateOrder;

  /** what an hour at the bench costs, as typed; empty where the shop has no rate */
  @IsOptional()
  @IsString()
  @MaxLength(40)
  rate?: string;

  /** schools that the shop follows where practitioners disagree; what is left out is the house’s */
  @IsOptional()
  @Nested(() => OwnSchools)
  schools?: OwnSchools;

  /** what a repair is allowed to cost at a quick look, as typed, by the job */
  @IsOptional()
  @IsObject()
  @IsAllowances()
  allowances?: Record<string, string>;

  /** when it is open, Monday first, as typed; left out where nobody said */
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(7)
  @IsString({ each: true })
  @MaxLength(20, { each: true })
  openingHours?: string[];

  /** days on which it is closed all the same, ISO dates */
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(200)
  @Matches(/^\d{4}-\d{2}-\d{2}$/u, { each: true, message: 'days off are days such as 2026-12-25' })
  daysOff?: string[];

  /** when hands rest in the middle of the day, as typed; left out where work goes through */
  @IsOptional()
  @IsString()
  @MaxLength(20)
  lunch?: string;

  /** on which days each person works; who is left out works whenever it is open */
  @IsOptional()
  @NestedList(() => PersonDays, { most: 60 })
  peopleDays?: PersonDays[];

  /** the shop's own figures where nobody gave one, as typed, by their names */
  @IsOptional()
  @IsObject()
  @IsFigures()
  figures?: Record<string, string>;

  /** what papers say at their foot, by reader, and under a value; what is left out is the house’s wording */
  @IsOptional()
  @IsObject()
  @IsPaperTexts()
  paperTexts?: Partial<Record<PaperText, string>>;

  /** how heights are said in sentences: 64ths of an inch, thousandths or millimetres */
  @IsIn(['64ths', 'thou', 'mm'])
  sayIn!: '64ths' | 'thou' | 'mm';

  /** who saves it; null where nobody is picked */
  @IsOptional()
  @IsId()
  by?: string | null;
}

export class Shop extends ShopInput {
  /** the zone that its days are counted in */
  @IsString()
  zone!: string;

  /** the server's day, which is today on every screen */
  @IsString()
  today!: string;
}
