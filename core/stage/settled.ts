import { type Plane, sameNumbers } from '../draw/picture.ts';

/** Takes the old planes wherever the new ones are equal to the number, their nodes by reference. */
export function settledList(before: readonly Plane[] | undefined, now: readonly Plane[]): readonly Plane[] {
  if (!before) return now;
  const planes = now.map((plane, index) => settled(before[index], plane));
  return planes.length === before.length && planes.every((plane, index) => plane === before[index]) ? before : planes;
}

function settled(before: Plane | undefined, now: Plane): Plane {
  if (!before || before === now || before.id !== now.id) return now;
  const planes = now.planes && settledList(before.planes, now.planes);
  const masks = now.masks?.map((mask, index) => ({ ...mask, planes: settledList(before.masks?.[index]?.planes, mask.planes) }));
  const sameMasks =
    (masks?.length ?? 0) === (before.masks?.length ?? 0) &&
    (masks ?? []).every(({ planes: inner, invert, feather }, index) => {
      const old = before.masks?.[index];
      return old?.planes === inner && old.invert === invert && old.feather === feather;
    });
  if (
    sameMasks &&
    planes === before.planes &&
    now.nodes === before.nodes &&
    now.alpha === before.alpha &&
    now.blend === before.blend &&
    now.blur === before.blur &&
    sameNumbers(now.colour, before.colour) &&
    sameNumbers(now.view, before.view)
  )
    return before;
  return { ...now, ...(planes ? { planes } : {}), ...(masks ? { masks } : {}) };
}
