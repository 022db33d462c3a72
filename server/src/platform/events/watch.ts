import { LRUCache } from 'lru-cache';

/** Told within this server of whatever changes of an athlete; null where changes may have been missed. */
type Heard = (athleteId: string | null) => void;

/** Where the rooms of this server hear of changes, whichever server made them. */
export class ChangeWatch {
  private readonly ears = new Set<Heard>();
  private hears = false;

  /** Whether every change is heard of right now. */
  get live(): boolean {
    return this.hears;
  }

  on(heard: Heard): void {
    this.ears.add(heard);
  }

  /** Something of an athlete has changed. */
  tell(athleteId: string): void {
    for (const heard of this.ears) heard(athleteId);
  }

  /** From now on every change is heard of, or none is: what was known before may be out of date. */
  turn(live: boolean): void {
    this.hears = live;
    for (const heard of this.ears) heard(null);
  }
}

/**
 * What was made of an athlete's rows, kept until something of theirs changes. It is found again only under the same words, which say what else it depends on
 * (the day, what whoever asks may see). While changes are not heard of, nothing is found.
 */
export class KeptUntilChanged<T> {
  private readonly kept: LRUCache<string, { under: string; value: { made: T } }>;
  /** Of each reading that is under way, whose rows changed meanwhile; null once that is not known. */
  private readonly readings = new Set<{ changed: Set<string> | null }>();
  private readonly watch: ChangeWatch;

  constructor(watch: ChangeWatch, most: number) {
    this.watch = watch;
    this.kept = new LRUCache({ max: most });
    watch.on((athleteId) => {
      for (const reading of this.readings)
        if (athleteId === null) reading.changed = null;
        else reading.changed?.add(athleteId);
      if (athleteId === null) this.kept.clear();
      else this.kept.delete(athleteId);
    });
  }

  find(athleteId: string, under: string): T | undefined {
    const found = this.watch.live ? this.kept.get(athleteId) : undefined;
    return found?.under === under ? found.value.made : undefined;
  }

  /** Reads, and keeps what `keep` is given, but of those whose rows changed while they were read. */
  async reading<R>(
    work: (keep: (athleteId: string, under: string, made: T) => void) => Promise<R>,
  ): Promise<R> {
    const reading: { changed: Set<string> | null } = { changed: new Set() };
    const made: [athleteId: string, under: string, made: T][] = [];
    this.readings.add(reading);
    try {
      const result = await work((...one) => made.push(one));
      const { changed } = reading;
      if (changed && this.watch.live)
        for (const [athleteId, under, value] of made)
          if (!changed.has(athleteId)) this.kept.set(athleteId, { under, value: { made: value } });
      return result;
    } finally {
      this.readings.delete(reading);
    }
  }
}
