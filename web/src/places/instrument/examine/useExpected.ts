import type { Examination, Expectations, Instrument, Shop, Tool } from '@upright-elder/contract';
import { isDay } from '@upright-elder/core/days';
import type { ReadingValue } from '@upright-elder/core/readings';
import type { ClosureWords } from '@upright-elder/core/stance';
import { sayHeight } from '@upright-elder/core/units';
import { useMemo } from 'react';
import { useHeights } from '../../../data/heights.js';
import { useExpectations } from '../../../data/hooks.js';
import { useSettled } from '../../../data/useSettled.js';
import type { Draft } from './draft.js';
import { closureOf, expectedBy, valuesOf } from './measured.js';

interface Expected {
  expectations: Expectations | undefined;
  /** what of the draft can be understood already */
  now: ReadingValue[];
  closure: ClosureWords[];
}

/** What each reading is expected to be in the air and the strings of a draft, and whether its readings agree. */
export function useExpected(
  instrument: Instrument,
  draft: Draft,
  shop: Shop,
  tools: Tool[],
  stored: Examination | undefined,
): Expected {
  const { date, done, conditions } = draft;
  const { strings, humidity, temperature, temperatureUnit } = conditions;
  const kinds = done?.kinds.join(',') ?? '';
  const except = stored?.id ?? '';
  const air = useSettled(
    useMemo(
      () => ({
        date: isDay(date) ? date : shop.today,
        strings,
        done: kinds,
        humidity,
        temperature,
        temperatureUnit,
        except,
      }),
      [date, shop.today, strings, kinds, humidity, temperature, temperatureUnit, except],
    ),
  );
  const { data: expectations } = useExpectations(instrument.id, air);
  const { unit: heights } = useHeights();
  const now = useMemo(() => valuesOf(draft, shop, tools), [draft, shop, tools]);
  const closure = useMemo(
    () => closureOf(draft, now, instrument, (metres) => sayHeight(metres, heights), expectedBy(expectations)),
    [draft, now, instrument, heights, expectations],
  );
  return { expectations, now, closure };
}
