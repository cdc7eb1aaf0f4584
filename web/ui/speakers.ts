import type { Cut } from '#core/document/tones';

export { NEUTRAL, type SpeakerTone, toneOf } from '#core/document/tones';

/** SVG path of a ribbon length with its cut right end, from (x, y). */
export function ribbonPath(x: number, y: number, width: number, height: number, cut: Cut): string {
  const right = x + width;
  const bottom = y + height;
  const d = Math.min(height * 0.46, width * 0.45, 12);
  const middle = y + height / 2;
  const start = `M${x} ${bottom}V${y}`;
  switch (cut) {
    case 'slant':
      return `${start}H${right}L${right - d} ${bottom}Z`;
    case 'swallowtail':
      return `${start}H${right}L${right - d * 0.8} ${middle}L${right} ${bottom}Z`;
    case 'round':
      return `${start}H${right - d}Q${right} ${y} ${right} ${middle}Q${right} ${bottom} ${right - d} ${bottom}Z`;
    case 'point':
      return `${start}H${right - d}L${right} ${middle}L${right - d} ${bottom}Z`;
    case 'step':
      return `${start}H${right}V${middle}H${right - d}V${bottom}Z`;
    case 'square':
      return `${start}H${right}V${bottom}Z`;
    case 'scallop':
      return `${start}H${right}A${height / 2} ${height / 2} 0 0 0 ${right} ${bottom}Z`;
    case 'notches':
      return `${start}H${right}L${right - d * 0.7} ${y + height * 0.25}L${right} ${middle}L${right - d * 0.7} ${y + height * 0.75}L${right} ${bottom}Z`;
  }
}
