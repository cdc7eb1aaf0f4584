import { readFileSync } from 'node:fs';

/** CPU seconds of a finished child and of this process, user and system, from the kernel's own accounting. */
function cpu(): number {
  const own = process.cpuUsage();
  const stat = readFileSync('/proc/self/stat', 'utf8').split(') ')[1]?.split(' ') ?? [];
  // cutime and cstime: reaped children.
  return (own.user + own.system) / 1e6 + (Number(stat[13]) + Number(stat[14])) / 100;
}

export interface Run {
  readonly cpu: number;
  readonly wall: number;
}

/** CPU and wall seconds of a piece of work, children that ended in it included. */
export async function timed(work: () => Promise<unknown>): Promise<Run> {
  const c = cpu();
  const w = performance.now();
  await work();
  return { cpu: cpu() - c, wall: (performance.now() - w) / 1000 };
}

/** Two digits behind the point. */
export const round = (value: number): number => Math.round(value * 100) / 100;
