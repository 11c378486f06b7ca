import { bpm, MAX_BPM, MIN_BPM } from "~/core/time";
import { Minus, Plus } from "~/ui/icons";
import { NumberField } from "~/ui/number-field";

interface TempoStepperProps {
  readonly tempo: number;
  readonly most?: number;
  readonly onTempo: (tempo: number) => void;
  /** Buttons that a stick can hit. */
  readonly isLarge?: boolean;
}

/** The tempo, typed or stepped. */
export function TempoStepper({ tempo, most = MAX_BPM, onTempo, isLarge = false }: TempoStepperProps) {
  const now = Math.round(tempo);
  const size = isLarge ? "h-16 w-16" : "h-11 w-11";
  const step = (name: string, to: number, Icon: typeof Minus) => (
    <button
      type="button"
      className={`btn btn-square ${size}`}
      aria-label={name}
      disabled={to < MIN_BPM || to > most}
      onClick={() => onTempo(bpm(to))}
    >
      <Icon size={isLarge ? 28 : 16} aria-hidden />
    </button>
  );
  return (
    <div className="flex items-center gap-1">
      {step("Slower", now - (isLarge ? 2 : 1), Minus)}
      {isLarge ? null : (
        <NumberField
          label="Tempo"
          isLabelHidden
          value={now}
          least={MIN_BPM}
          most={most}
          className="h-11 w-16 font-display font-semibold text-base text-center"
          onValue={onTempo}
        />
      )}
      {step("Faster", now + (isLarge ? 2 : 1), Plus)}
    </div>
  );
}
