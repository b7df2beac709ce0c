import type { Instrument, TopModel, Tried } from '@upright-elder/contract';
import { NOT_KNOWN, usualSet } from '@upright-elder/core/construction';
import type { Anchor } from '@upright-elder/core/top';
import { useState } from 'react';
import type { Strung } from './LoadControls.js';
import type { Toggle } from './stretches.js';

/** What is tried on a top: it stays when the top is solved anew. */
export interface Trial {
  /** stretches that are loose, by their toggle's id */
  loose: ReadonlySet<string>;
  toggle: (id: string) => void;
  strung: Strung;
  setStrung: (strung: Strung) => void;
  /** away from that of its building, %MC */
  moisture: number;
  setMoisture: (moisture: number) => void;
  /** how many times as far it moves under a force as its plan says, by a weight on the bridge */
  softness: number;
  setSoftness: (softness: number) => void;
  /** where the strings end */
  anchor: Anchor;
  setAnchor: (anchor: Anchor) => void;
  /** the bridge plate is cracked through its pin holes */
  plateCracked: boolean;
  setPlateCracked: (cracked: boolean) => void;
  /** lays on what was tried before; stretches that the map no longer has are left out */
  lay: (tried: Tried, toggles: readonly Toggle[]) => void;
}

/** What it is strung with; while nobody knows, what it was built for, or the usual set. */
export const knownSet = ({
  stringSet,
  designStringSet,
  build = {},
}: Pick<Instrument, 'stringSet' | 'designStringSet' | 'build'>): string =>
  stringSet === NOT_KNOWN ? (designStringSet ?? usualSet(build)) : stringSet;

/** The wood as it is, away from that of its building, %MC: what was found is shown in it, and trials begin with it. */
export const moistureFound = ({ moisture }: Pick<TopModel, 'moisture'>): number => moisture?.value ?? 0;

/** Begins as the instrument was found: its loose braces loose, its own strings on, the wood as damp as it is. */
export function useTrial(instrument: Instrument, known: TopModel, toggles: readonly Toggle[]): Trial {
  const [loose, setLoose] = useState<ReadonlySet<string>>(
    () => new Set(toggles.filter(({ recorded }) => recorded).map(({ id }) => id)),
  );
  const [strung, setStrung] = useState<Strung>({ set: knownSet(instrument), tuning: instrument.tuning });
  const [moisture, setMoisture] = useState(() => moistureFound(known));
  const [softness, setSoftness] = useState(1);
  const [anchor, setAnchor] = useState<Anchor>(known.anchor ?? 'bridge');
  const [plateCracked, setPlateCracked] = useState(false);
  const toggle = (id: string) =>
    setLoose((before) => {
      const next = new Set(before);
      if (!next.delete(id)) next.add(id);
      return next;
    });
  const lay: Trial['lay'] = (tried, all) => {
    setLoose(
      new Set(
        all
          .filter(({ stretch }) =>
            tried.loose.some(
              ({ brace, from, to }) => brace === stretch.brace && from < stretch.to && to > stretch.from,
            ),
          )
          .map(({ id }) => id),
      ),
    );
    setStrung({ set: tried.strings, tuning: tried.tuning });
    setMoisture(tried.moisture);
    setAnchor(tried.anchor);
    setPlateCracked(tried.plateCracked);
  };
  return {
    lay,
    loose,
    toggle,
    strung,
    setStrung,
    moisture,
    setMoisture,
    softness,
    setSoftness,
    anchor,
    setAnchor,
    plateCracked,
    setPlateCracked,
  };
}
