import type { Remote } from 'comlink';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { Task, TaskName } from './compute.worker.js';
import { openThread } from './thread.js';

/** Something that is worked out beside the page. */
export interface Worked<N extends TaskName> {
  /** null until it has begun */
  task: Remote<Task<N>> | null;
  /**
   * Asks, and hands the answer on. While one question is under way only the latest of those that follow is kept, so that
   * a finger is answered as fast as the thread can and no answer lags behind it.
   */
  ask: <T>(question: (task: Remote<Task<N>>) => Promise<T>, answer: (value: T) => void) => void;
  /** nothing is asked any more */
  askNothing: () => void;
  /** why there is no answer; null where there is one, or it is being worked out */
  trouble: string | null;
  /** ends it, in these words */
  stop: (words: string) => void;
  /** begins anew with a fresh thread */
  again: () => void;
}

type Question<N extends TaskName> = (task: Remote<Task<N>>) => Promise<() => void>;

/**
 * A task in a thread of its own: begun with the page, ended with it. Where it fails the page is told, and can begin anew.
 *
 * @param begin what it does first; another one begins anew, and none ends it
 */
export function useWorker<N extends TaskName>(
  name: N,
  begin: ((task: Remote<Task<N>>) => Promise<void>) | null,
): Worked<N> {
  const [task, setTask] = useState<Remote<Task<N>> | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const [round, setRound] = useState(0);
  const asked = useRef<Question<N> | null>(null);
  const waits = useRef(false);
  const answer = useRef<() => void>(() => undefined);
  const fail = useRef<(words: string) => void>(() => undefined);

  useEffect(() => {
    if (!begin) return;
    let [over, under] = [false, false];
    let begun: Remote<Task<N>> | null = null;
    const end = () => {
      over = true;
      thread.end();
      setTask(null);
    };
    const failed = (words: string) => {
      if (over) return;
      end();
      setTrouble(words);
    };
    fail.current = failed;
    const thread = openThread(name, failed);
    setTrouble(null);
    const answerLatest = async () => {
      if (under || !begun) return;
      under = true;
      try {
        while (waits.current && asked.current && !over) {
          waits.current = false;
          const hand = await asked.current(begun);
          if (!over) hand();
        }
      } catch (error) {
        failed(wordsOf(error));
      } finally {
        under = false;
      }
    };
    answer.current = () => void answerLatest();
    void (async () => {
      try {
        const opened = await thread.task;
        await begin(opened);
        if (over) return;
        begun = opened;
        // what was asked of the one before is asked of this one
        waits.current = asked.current !== null;
        setTask(() => opened);
        await answerLatest();
      } catch (error) {
        failed(wordsOf(error));
      }
    })();
    return end;
  }, [name, begin, round]);

  return {
    task,
    ask: useCallback((question, hand) => {
      asked.current = async (of) => {
        const value = await question(of);
        return () => hand(value);
      };
      waits.current = true;
      answer.current();
    }, []),
    askNothing: useCallback(() => {
      asked.current = null;
      waits.current = false;
    }, []),
    trouble,
    stop: useCallback((words: string) => fail.current(words), []),
    again: useCallback(() => setRound((now) => now + 1), []),
  };
}

const wordsOf = (error: unknown): string => (error instanceof Error ? error.message : String(error));
