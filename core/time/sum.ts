/**
 * A number as it is written in a field: digits with a point or a comma, or a sum of such ("320 + 40", "2*90"). Times and
 * parts go before sums; no brackets. Undefined where it is none.
 */
export function sumOf(text: string): number | undefined {
  const plain = text.replaceAll('−', '-').replaceAll('×', '*').replaceAll(',', '.').replace(/\s+/g, '');
  if (!/^[-+]?\d*\.?\d+(?:[-+*/][-+]?\d*\.?\d+)*$/.test(plain)) return undefined;
  const parts = plain.match(/[-+*/]|\d*\.?\d+/g) ?? [];
  let total = 0;
  let product = 1;
  let sign = 1;
  let divide = false;
  let fresh = true;
  let expects = true;
  for (const part of parts) {
    if (/\d/.test(part)) {
      const value = sign * Number(part);
      if (fresh) product = value;
      else if (divide) product /= value;
      else product *= value;
      sign = 1;
      expects = false;
      continue;
    }
    if (expects) {
      if (part === '-') sign = -sign;
      continue;
    }
    expects = true;
    if (part === '+' || part === '-') {
      total += product;
      fresh = true;
      sign = part === '-' ? -1 : 1;
    } else {
      fresh = false;
      divide = part === '/';
    }
  }
  const out = total + product;
  return Number.isFinite(out) ? out : undefined;
}
