/** The sound file formats for practice loops. */

export const LOOP_FORMATS = ["wav", "ogg"] as const;
export type LoopFormat = (typeof LOOP_FORMATS)[number];

export const LOOP_FILES: Record<LoopFormat, { readonly ending: string; readonly mime: string }> = {
  wav: { ending: ".wav", mime: "audio/wav" },
  ogg: { ending: ".ogg", mime: "audio/ogg" },
};
