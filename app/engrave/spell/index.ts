/** Spelling: the values, rests, tuplets and beams of a rhythm. Pure. */

export type { SpellingChoices } from "./bar";
export { beamCount } from "./beams";
export type { StaffGraces, StaffHead, StaffNote, StaffTuplet, WrittenVoice } from "./notes";
export { soundingTicks, tupletsAt } from "./notes";
export type { ScoreSlot } from "./pieces";
export type { ValueName, WrittenValue } from "./values";
export { spellVoice } from "./voice";
