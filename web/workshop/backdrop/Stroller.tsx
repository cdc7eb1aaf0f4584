/** How tall somebody stands on the stage, stage units. */
const TALL = 560;

/** An outline of somebody for scale: where feet stand and heads are. */
export function Stroller({ x, feet, k }: { x: number; feet: number; k: number }) {
  const h = TALL * k;
  // Shares of the height: head, shoulders, hips, feet.
  const at = (x: number, y: number): string => `${(x * h).toFixed(1)} ${(y * h).toFixed(1)}`;
  const half = (side: 1 | -1): string[] => [
    `C${at(side * 0.14, -1)} ${at(side * 0.15, -0.76)} ${at(side * 0.045, -0.72)}`,
    `L${at(side * 0.045, -0.69)} C${at(side * 0.1, -0.68)} ${at(side * 0.125, -0.64)} ${at(side * 0.135, -0.56)}`,
    `L${at(side * 0.16, -0.37)} L${at(side * 0.125, -0.36)} L${at(side * 0.095, -0.54)} L${at(side * 0.095, -0.36)}`,
    `L${at(side * 0.075, -0.04)} L${at(side * 0.115, 0)} L${at(side * 0.02, 0)} L0 ${(-0.32 * h).toFixed(1)}`,
  ];
  return (
    <g transform={`translate(${x} ${feet})`} fill="var(--color-white)" fillOpacity={0.28} stroke="var(--color-ink)" strokeWidth={1.25} strokeDasharray="4 3">
      {([1, -1] as const).map((side) => (
        <path key={side} d={`M0 ${-h} ${half(side).join(' ')}`} />
      ))}
    </g>
  );
}
