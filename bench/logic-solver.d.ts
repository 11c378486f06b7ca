declare module "logic-solver" {
  type Formula = { readonly formula: unique symbol } | string;
  class Solution {
    getFormula(): Formula;
  }
  export class Solver {
    require(...formulas: readonly Formula[]): void;
    forbid(...formulas: readonly Formula[]): void;
    solve(): Solution | null;
  }
  export function exactlyOne(...formulas: readonly Formula[]): Formula;
  export function and(...formulas: readonly Formula[]): Formula;
  const all: { Solver: typeof Solver; exactlyOne: typeof exactlyOne; and: typeof and };
  export default all;
}
