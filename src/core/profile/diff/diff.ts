/**
 * The difference engine: what has to be done to one profile so that it becomes another, in few changes that mean something. It works on a copy of the first
 * and applies each change as it is found, so that what comes later is compared with what is there by then, and the whole is right by construction:
 * `applyChanges(a, diff(a, b))` equals `b`, whatever the two are.
 */
import { sameData } from '../../reading';
import type { Assignment, GestureTiming, Profile } from '../schema';
import { applyChange, assignedAt, type Change, type Listed, type ListName, type Place } from './change';
import { movesBetween } from './order';

const FIELDS = ['id', 'board', 'name', 'icon', 'hostLayout'] as const;
/** References first: what refers to a thing that has got another id is no change of its own. */
const LISTS = ['layers', 'macros', 'roles', 'joints'] as const satisfies readonly ListName[];

const nameOf = (item: Listed[ListName]): string => ('name' in item ? item.name : item.keys.join('+'));

/** What makes a thing itself, but for its id and name. */
function contentOf(item: Listed[ListName]): unknown {
  const { id: _id, ...rest } = item;
  if (!('name' in rest)) return rest;
  const { name: _name, ...content } = rest;
  return content;
}

const isEmpty = (item: Listed[ListName]): boolean =>
  'keys' in item && !Array.isArray(item.keys) && Object.keys(item.keys).length === 0;

/** Two things of different ids that are one and the same: they say the same, or have the same name. */
const areOne = (a: Listed[ListName], b: Listed[ListName]): boolean =>
  (sameData(contentOf(a), contentOf(b)) && !isEmpty(a)) || ('name' in a && 'name' in b && a.name === b.name);

class Differing {
  readonly changes: Change[] = [];

  constructor(
    private current: Profile,
    private readonly wanted: Profile,
    private readonly isPlain: boolean,
  ) {}

  run(): Change[] {
    for (const field of FIELDS)
      if (this.current[field] !== this.wanted[field])
        this.take({ change: 'field', field, from: this.current[field], to: this.wanted[field] });
    if (!this.isPlain) for (const list of LISTS) this.reids(list);
    for (const list of LISTS) this.members(list);
    this.layerHeads();
    if (!this.isPlain) this.keyMoves();
    for (const at of this.differing())
      this.take({ change: 'key', at, from: assignedAt(this.current, at), to: assignedAt(this.wanted, at) });
    if (!sameData(this.current.joinedLayers, this.wanted.joinedLayers))
      this.take({ change: 'joined', from: this.current.joinedLayers, to: this.wanted.joinedLayers });
    if (!sameData(this.current.lampLayers, this.wanted.lampLayers))
      this.take({ change: 'lamps', from: this.current.lampLayers, to: this.wanted.lampLayers });
    if (!sameData(this.current.walk, this.wanted.walk))
      this.take({ change: 'walk', from: this.current.walk ?? [], to: this.wanted.walk ?? [] });
    if (!sameData(this.current.glow, this.wanted.glow))
      this.take({ change: 'glow', from: this.current.glow ?? [], to: this.wanted.glow ?? [] });
    this.timing();
    this.travel();
    return this.changes;
  }

  private take(change: Change): void {
    this.current = applyChange(this.current, change);
    this.changes.push(change);
  }

  /** Things that only have another id. */
  private reids(list: ListName): void {
    const here: readonly Listed[ListName][] = this.current[list];
    const there: readonly Listed[ListName][] = this.wanted[list];
    const gone = here.filter(({ id }) => !there.some((other) => other.id === id));
    const come = new Set(there.filter(({ id }) => !here.some((other) => other.id === id)));
    for (const old of gone) {
      const twin = [...come].find((other) => areOne(old, other));
      if (!twin) continue;
      come.delete(twin);
      this.take({ change: 'reid', list, from: old.id, to: twin.id, name: nameOf(twin) });
    }
  }

  /** Things that are there no more, or not yet; those that stand elsewhere; and those that say something else. */
  private members(list: ListName): void {
    const there: readonly Listed[ListName][] = this.wanted[list];
    for (const item of this.current[list] as readonly Listed[ListName][])
      if (!there.some(({ id }) => id === item.id)) this.take({ change: 'removed', list, item } as Change);
    const before = (this.current[list] as readonly Listed[ListName][]).map(({ id }) => id);
    const after = there.map(({ id }) => id).filter((id) => before.includes(id));
    for (const { id, after: behind } of movesBetween(before, after))
      this.take({
        change: 'order',
        list,
        id,
        name: nameOf(there.find((one) => one.id === id) as Listed[ListName]),
        after: behind,
      });
    there.forEach((item, n) => {
      const own = (this.current[list] as readonly Listed[ListName][]).find(({ id }) => id === item.id);
      if (!own) this.take({ change: 'added', list, item, after: there[n - 1]?.id ?? null } as Change);
      else if (list !== 'layers' && !sameData(own, item))
        this.take({ change: 'altered', list, from: own, to: item } as Change);
    });
  }

  private layerHeads(): void {
    for (const { id, name, dye } of this.wanted.layers) {
      const own = this.current.layers.find((layer) => layer.id === id);
      if (own && (own.name !== name || own.dye !== dye))
        this.take({ change: 'layer', layer: id, from: { name: own.name, dye: own.dye }, to: { name, dye } });
    }
  }

  /** Places where the two differ. */
  private differing(): Place[] {
    return this.wanted.layers.flatMap(({ id, keys }): Place[] => {
      const own = this.current.layers.find((layer) => layer.id === id)?.keys ?? {};
      return [...new Set([...Object.keys(own), ...Object.keys(keys)])]
        .filter((key) => !sameData(own[key], keys[key]))
        .map((key) => ({ layer: id, key }));
    });
  }

  /** Keys that do what others did: whole rounds of changed places first, then rows of moves that begin at a key that has become free. */
  private keyMoves(): void {
    const places = this.differing();
    const holds = new Map<string, { place: Place; value: Assignment }[]>();
    const hash = (value: Assignment): string => JSON.stringify(sorted(value));
    for (const place of places) {
      const value = assignedAt(this.current, place);
      if (value) holds.set(hash(value), [...(holds.get(hash(value)) ?? []), { place, value }]);
    }
    const nameOfPlace = ({ layer, key }: Place): string => `${layer}/${key}`;
    const used = new Set<string>();
    // Where each wanted binding comes from; one of the same layer rather than of another.
    const comesFrom = new Map<string, Place>();
    const goesTo = new Map<string, Place>();
    for (const isNear of [true, false])
      for (const place of places) {
        const value = assignedAt(this.wanted, place);
        if (!value || comesFrom.has(nameOfPlace(place))) continue;
        const source = holds
          .get(hash(value))
          ?.find(
            ({ place: from }) =>
              (from.layer === place.layer || (!isNear && from.key === place.key)) && !used.has(nameOfPlace(from)),
          );
        if (!source) continue;
        used.add(nameOfPlace(source.place));
        comesFrom.set(nameOfPlace(place), source.place);
        goesTo.set(nameOfPlace(source.place), place);
      }
    const done = new Set<string>();
    for (const start of places) {
      const round = this.roundFrom(start, goesTo, nameOfPlace, done);
      if (!round) continue;
      round.forEach((place) => done.add(nameOfPlace(place)));
      // One binding after the other comes to where it should be; the last two do so together.
      const [first, ...others] = round;
      for (const place of others) if (first) this.take({ change: 'swapped', a: first, b: place });
    }
    for (const start of places) {
      if (assignedAt(this.wanted, start) !== null || done.has(nameOfPlace(start))) continue;
      const row: Place[] = [start];
      for (let next = goesTo.get(nameOfPlace(start)); next; next = goesTo.get(nameOfPlace(next))) row.push(next);
      for (let n = row.length - 2; n >= 0; n--) {
        const [from, to] = [row[n] as Place, row[n + 1] as Place];
        const what = assignedAt(this.current, from);
        if (what) this.take({ change: 'moved', from, to, what, over: assignedAt(this.current, to) });
      }
    }
  }

  /** The places of a round, each of which gives its binding to the next one, the last to the first. */
  private roundFrom(
    start: Place,
    goesTo: ReadonlyMap<string, Place>,
    nameOfPlace: (place: Place) => string,
    done: ReadonlySet<string>,
  ): Place[] | undefined {
    const round: Place[] = [];
    let at: Place | undefined = start;
    do {
      if (done.has(nameOfPlace(at))) return undefined;
      round.push(at);
      at = goesTo.get(nameOfPlace(at));
    } while (at && nameOfPlace(at) !== nameOfPlace(start) && round.length <= goesTo.size);
    return at && round.length > 1 && round.length <= goesTo.size ? round : undefined;
  }

  private timing(): void {
    for (const field of Object.keys(this.wanted.timing) as (keyof GestureTiming)[]) {
      const [from, to] = [this.current.timing[field], this.wanted.timing[field]];
      if (from !== to) this.take({ change: 'timing', field, from, to });
    }
  }

  private travel(): void {
    const [own, wanted] = [this.current.travel, this.wanted.travel];
    if (!sameData(own.board, wanted.board))
      this.take({ change: 'travel', key: null, from: own.board, to: wanted.board });
    for (const key of new Set([...Object.keys(own.keys), ...Object.keys(wanted.keys)]))
      if (!sameData(own.keys[key], wanted.keys[key]))
        this.take({ change: 'travel', key, from: own.keys[key] ?? null, to: wanted.keys[key] ?? null });
  }
}

/** Data whose fields stand in one order, so that equal things are written equally. */
function sorted(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(sorted);
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(
    Object.entries(value)
      .filter(([, inner]) => inner !== undefined)
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([name, inner]) => [name, sorted(inner)]),
  );
}

/**
 * What makes `to` of `from`; nothing when they are the same. What a profile rests on is no difference.
 * @param plain each key and each thing by itself, without moves, changed places and changed ids
 */
export const diff = (from: Profile, to: Profile, { plain = false } = {}): Change[] =>
  new Differing(from, to, plain).run();
