import type { PlanRefusal } from './refusals';
import { ok, refuse, type Result } from '../shared/result';
import type { PlanLine, PlanRecord } from './types';

/**
 * What stays first, then what loses the person (it may have to let go of what is removed), then what goes: a referring record
 * before what it refers to. A circle is broken at a reference that can be cleared; where there is none its records go in one act,
 * and only where their system cannot do that is it refused.
 */
export function order(
  records: readonly PlanRecord[],
  lines: ReadonlyMap<string, PlanLine>,
): Result<PlanLine[], PlanRefusal> {
  const byId = new Map(records.map((record) => [record.id, record]));
  const byName = (a: PlanLine, b: PlanLine) => (a.record < b.record ? -1 : 1);
  const of = (action: PlanLine['action']) => [...lines.values()].filter((line) => line.action === action).sort(byName);
  const done: PlanLine[] = [];
  const left = new Set(of('erase').map(({ record }) => record));
  /** For each record that goes, those that refer to it and are still there. */
  const referrers = new Map<string, Set<string>>([...left].map((id) => [id, new Set<string>()]));
  for (const id of left)
    for (const ref of byId.get(id)!.refersTo) if (left.has(ref.id) && ref.id !== id) referrers.get(ref.id)!.add(id);
  let free = [...left].filter((id) => referrers.get(id)!.size === 0);
  const remove = (id: string): string[] => {
    left.delete(id);
    done.push(lines.get(id)!);
    return [...new Set(byId.get(id)!.refersTo.map((ref) => ref.id))].filter(
      (target) => left.has(target) && referrers.get(target)!.delete(id) && referrers.get(target)!.size === 0,
    );
  };
  while (left.size > 0) {
    if (free.length > 0) {
      free = free.flatMap((id) => (left.has(id) ? remove(id) : [])).sort();
      continue;
    }
    const circle = firstCircle(left, referrers);
    const cleared = clearOne(circle, byId, referrers, lines);
    if (cleared) {
      if (referrers.get(cleared)!.size === 0) free = [cleared];
      continue;
    }
    const group = [...circle].sort();
    if (group.some((id) => !byId.get(id)!.can.together))
      return refuse({ code: 'circle-cannot-be-broken', records: group });
    for (const id of group) {
      lines.get(id)!.together = group;
      for (const other of group) referrers.get(other)!.delete(id);
    }
    free = group.flatMap((id) => (left.has(id) ? remove(id) : [])).filter((id) => left.has(id));
  }
  return ok([...of('keep'), ...of('anonymise'), ...done]);
}

/** The records of one circle to which nothing outside of it refers any more: found by walking against the references. */
function firstCircle(left: ReadonlySet<string>, referrers: ReadonlyMap<string, ReadonlySet<string>>): Set<string> {
  const reach = (from: string): Set<string> => {
    const seen = new Set([from]);
    for (const id of seen) for (const other of referrers.get(id)!) seen.add(other);
    return seen;
  };
  let at = [...left].sort()[0]!;
  let above = reach(at);
  // Whoever refers to it and is not reached from it lies further up: go there until all reach each other.
  for (;;) {
    const further = [...above].sort().find((id) => reach(id).size < above.size);
    if (!further) return above;
    at = further;
    above = reach(at);
  }
}

/** Clears one reference inside the circle. @returns what is referred to no longer by it; null where none can be cleared */
function clearOne(
  circle: ReadonlySet<string>,
  byId: ReadonlyMap<string, PlanRecord>,
  referrers: ReadonlyMap<string, Set<string>>,
  lines: ReadonlyMap<string, PlanLine>,
): string | null {
  for (const id of [...circle].sort()) {
    const refs = byId.get(id)!.refersTo;
    const clearable = refs.find(
      (ref) =>
        ref.id !== id &&
        circle.has(ref.id) &&
        referrers.get(ref.id)!.has(id) &&
        refs.every((other) => other.id !== ref.id || other.nullable),
    );
    if (!clearable) continue;
    lines.get(clearable.id)!.releasedBy.push(id);
    referrers.get(clearable.id)!.delete(id);
    return clearable.id;
  }
  return null;
}
