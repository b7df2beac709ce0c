import {
  QUANTITY_IDS,
  READING_UNITS,
  type QuantityId,
  type ReadingUnit,
  type TemperatureUnit,
} from '@upright-elder/core';
import {
  IsIn,
  IsInt,
  IsNotEmpty,
  IsObject,
  IsString,
  MaxLength,
  Min,
  registerDecorator,
} from 'class-validator';
import { TEMPERATURE_UNITS } from './air.js';

/** Every key is a quantity and every value a unit of readings. */
function IsUnitsByQuantity() {
  return (target: object, propertyName: string) => {
    registerDecorator({
      name: 'isUnitsByQuantity',
      target: target.constructor,
      propertyName,
      options: { message: 'each quantity takes one of mm, in, thou, 64ths or °' },
      validator: {
        validate: (value: unknown) =>
          typeof value === 'object' &&
          value !== null &&
          Object.entries(value).every(
            ([quantity, unit]) =>
              (QUANTITY_IDS as readonly string[]).includes(quantity) &&
              (READING_UNITS as readonly unknown[]).includes(unit),
          ),
      },
    });
  };
}

/** The shop's own settings; one record. */
export class ShopInput {
  @IsInt()
  @Min(0)
  version!: number;

  @IsString()
  @IsNotEmpty()
  @MaxLength(120)
  name!: string;

  /** the unit that a bare decimal takes in each quantity's field */
  @IsObject()
  @IsUnitsByQuantity()
  units!: Partial<Record<QuantityId, ReadingUnit>>;

  @IsIn(TEMPERATURE_UNITS)
  temperatureUnit!: TemperatureUnit;

  /** how heights are said in sentences: 64ths of an inch, thousandths or millimetres */
  @IsIn(['64ths', 'thou', 'mm'])
  sayIn!: '64ths' | 'thou' | 'mm';
}

export class Shop extends ShopInput {
  /** the server's day, which is today on every screen */
  @IsString()
  today!: string;
}
