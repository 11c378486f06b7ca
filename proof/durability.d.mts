export const MAY_LOSE: number;
export function proveDurability(given: {
  readonly address: string;
  readonly kind?: string;
  readonly kills: number;
  readonly seed: number;
  readonly tell?: (round: {
    readonly kind: string;
    readonly round: number;
    readonly pace: number;
    readonly acts: number;
    readonly lost: number;
    readonly isGood: boolean;
    readonly atWrite: boolean;
  }) => void;
}): Promise<{ readonly failures: readonly unknown[]; readonly worst: number }>;
