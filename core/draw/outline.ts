/**
 * Where a row crosses a closed outline, from left to right; between the first and the second, the third and the fourth … it is
 * inside (even-odd). Points and row in the same units, shares of a picture for instance.
 */
export function crossingsAt(outline: readonly (readonly [number, number])[], y: number): number[] {
  const out: number[] = [];
  outline.forEach(([x0, y0], n) => {
    const [x1, y1] = outline[(n + 1) % outline.length] as readonly [number, number];
    if (y0 <= y !== y1 <= y) out.push(x0 + ((y - y0) / (y1 - y0)) * (x1 - x0));
  });
  return out.sort((a, b) => a - b);
}
