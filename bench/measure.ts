import { writeFileSync } from 'node:fs';

export interface BenchRow {
  what: string;
  ours: string;
  limit: string;
  ratio: number;
  goal: number;
}

export function median(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.floor(sorted.length / 2)]!;
}

export function percentile(values: readonly number[], share: number): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))]!;
}

/** Seconds of a piece of work. */
export async function timed(work: () => Promise<unknown>): Promise<number> {
  const start = process.hrtime.bigint();
  await work();
  return Number(process.hrtime.bigint() - start) / 1e9;
}

/** What makes a Node process write a CPU profile: into the folder of BENCH_PROFILE, where one is given. */
export function profiled(): string[] {
  const folder = process.env['BENCH_PROFILE'];
  return folder ? ['--cpu-prof', `--cpu-prof-dir=${folder}`] : [];
}

/** Keeps the rows of a bench as they come, for who started it, and says each. */
export function recorder(): (row: BenchRow) => void {
  const rows: BenchRow[] = [];
  return (row) => {
    rows.push(row);
    writeFileSync(process.env['BENCH_ROWS']!, JSON.stringify(rows));
    console.error(`  ${row.what}: ${row.ours} against ${row.limit}, ${row.ratio.toFixed(2)} ×`);
  };
}

/** Runs a part of a bench unless BENCH_ONLY names another. */
export async function part(name: string, work: () => Promise<void>): Promise<void> {
  const only = process.env['BENCH_ONLY'];
  if (!only || only === name) await work();
}
