import { Piscina } from 'piscina';

type Queue = NonNullable<NonNullable<ConstructorParameters<typeof Piscina>[0]>['taskQueue']>;
type Task = Parameters<Queue['push']>[0];

/** What is waited for by an open page goes before what is worked out in the background; each in its order. */
export function urgentFirst(): Queue {
  const urgent: Task[] = [];
  const later: Task[] = [];
  return {
    get size() {
      return urgent.length + later.length;
    },
    shift: () => urgent.shift() ?? later.shift() ?? null,
    push: (task: Task) => {
      const options = (task as unknown as Record<symbol, unknown>)[Piscina.queueOptionsSymbol] as {
        urgent: boolean;
      } | null;
      (options?.urgent ? urgent : later).push(task);
    },
    remove: (task: Task) => {
      for (const list of [urgent, later]) {
        const place = list.indexOf(task);
        if (place >= 0) list.splice(place, 1);
      }
    },
  };
}
