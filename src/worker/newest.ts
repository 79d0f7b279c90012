/** Which answer counts when questions follow each other faster than they are answered: the one to the newest question, and no other. */

export const OVERTAKEN = Symbol("a newer request replaced it");

/** A question is told how to ask whether it is still the newest: what it hears later counts only then. */
type Question<Answer> = (isNewest: () => boolean) => Promise<Answer>;

export interface Newest {
  /** The answer, or {@link OVERTAKEN} when a newer question was asked meanwhile or all were dropped. Only the newest may fail. */
  settle<Answer>(question: Question<Answer>): Promise<Answer | typeof OVERTAKEN>;
  /** Lets go of the question that is open. */
  drop(): void;
}

export function newestOnly(): Newest {
  let asked = 0;
  return {
    async settle(question) {
      const mine = ++asked;
      try {
        const answer = await question(() => mine === asked);
        return mine === asked ? answer : OVERTAKEN;
      } catch (error) {
        if (mine !== asked) return OVERTAKEN;
        throw error;
      }
    },
    drop() {
      asked++;
    },
  };
}

/** One question at a time, so that answers come in order and each counts; those that wait are passed over but for the newest. */
export function newestInTurn(): Newest {
  let asked = 0;
  let dropped = 0;
  let busy: Promise<unknown> = Promise.resolve();
  return {
    async settle(question) {
      const mine = ++asked;
      const since = dropped;
      await busy;
      if (mine !== asked || since !== dropped) return OVERTAKEN;
      const answer = question(() => since === dropped);
      busy = answer.catch(() => undefined);
      const given = await answer;
      return since === dropped ? given : OVERTAKEN;
    },
    drop() {
      dropped++;
    },
  };
}
