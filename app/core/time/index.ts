/** Time in integer ticks: meters, note values, tempos and cycles. */

export * from "./cycle";
export * from "./lengths";
export * from "./time";
