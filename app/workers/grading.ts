/** Graded exercises off the main thread. */

import { expose } from "comlink";
import { type ExerciseRequest, type ExerciseSet, gradeExercises } from "~/core/grading";
import { makePlayer, type PlayerSpec } from "~/core/player";

const api = {
  grade: (request: ExerciseRequest, { kit, limits, hands }: PlayerSpec): ExerciseSet[] =>
    gradeExercises(request, makePlayer(kit, limits, hands)),
};
export type GradingApi = typeof api;
expose(api);
