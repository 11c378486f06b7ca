import { Link } from "react-router";
import { type Cell, findFamily, relateCells } from "~/core/moves";
import { type BookEntry, findRelatives, indexRudiments } from "~/library/cell/entries";
import { describeForm, describeKinship, describeRelation } from "~/words/cell";

interface FamilyProps {
  readonly cell: Cell;
  readonly entries: readonly BookEntry[];
  /** The open cell, which isn't its own relative. */
  readonly openId: string;
  /** The origin of the recipe shown. */
  readonly from: string | null;
}

const MOST = 6;

/**
 * Which rudiments the cell derives from and by which moves, and which of the player's own cells are rotations or
 * mirrors.
 */
export function Family({ cell, entries, openId, from }: FamilyProps) {
  const names = new Map(entries.map((entry) => [entry.id, entry.name]));
  const kin = findFamily(indexRudiments(entries), cell);
  const form = describeForm(cell);
  const relatives = findRelatives(entries, cell, openId);
  return (
    <section aria-label="Family" className="panel px-3 py-2.5 text-sm">
      <h2 className="text-base mb-1">Family</h2>
      {form ? <p className="mb-1">Usually called {form}.</p> : null}
      {kin.length === 0 ? (
        <p className="quiet">
          No rudiment matches this sticking, even after one move.
          {from ? ` By its recipe it comes from the ${(names.get(from) ?? from).toLowerCase()}.` : ""}
        </p>
      ) : (
        <ul className="flex flex-col gap-0.5">
          {kin.slice(0, MOST).map((kinship) => {
            const how = describeKinship(kinship);
            return (
              <li key={kinship.source}>
                <KinLink entry={{ id: kinship.source, name: names.get(kinship.source) ?? kinship.source }} />
                <span className="quiet">{how ? `: ${how}` : ": the sticking itself"}</span>
              </li>
            );
          })}
          {kin.length > MOST ? <li className="quiet">and {kin.length - MOST} less similar</li> : null}
        </ul>
      )}
      {relatives.length > 0 ? (
        <>
          <h3 className="text-sm mt-2">The same in your book</h3>
          <ul className="flex flex-col gap-0.5">
            {relatives.map((entry) => (
              <li key={entry.id}>
                <KinLink entry={entry} />
                <span className="quiet">: {describeRelation(relateCells(entry.cell, cell))}</span>
              </li>
            ))}
          </ul>
        </>
      ) : null}
    </section>
  );
}

function KinLink({ entry }: { entry: { readonly id: string; readonly name: string } }) {
  return (
    <Link to={`/cells/${entry.id}`} className="font-semibold underline decoration-base-300 underline-offset-2">
      {entry.name}
    </Link>
  );
}
