import { shortDate } from '@chill/core/calendar/dates.ts';
import { Link, useParams } from 'react-router';
import { useNursery } from '../../data/nursery.ts';
import { Figure } from '../../kit/Figure.tsx';
import { enlargement, SeedDrawing } from '../../kit/SeedDrawing.tsx';
import { SoundRange } from '../../kit/SoundRange.tsx';
import { BatchLine } from '../batch/BatchLine.tsx';

/** One lot: its provenance, how sound it is, and where its seeds are now. */
export default function LotPage() {
  const { lotId } = useParams();
  const { lots, handbook, batches, today } = useNursery();
  const lot = lots.find((one) => one.id === lotId);
  const species = handbook.find((one) => one.id === lot?.speciesId);
  if (!lot || !species) {
    return (
      <div className="px-4 py-10 desk:px-10">
        <h1>There is no such lot</h1>
        <Link to="/seeds" className="quiet mt-3">
          All seeds
        </Link>
      </div>
    );
  }
  const mine = batches.filter((view) => view.batch.lotId === lot.id);
  const { provenance } = lot;
  return (
    <div className="gap-14 px-4 pt-5 desk:grid desk:grid-cols-[minmax(0,1.2fr)_minmax(0,1fr)] desk:px-10">
      <div>
        <h1>{species.common[0]}</h1>
        <p className="text-ink2">
          <i>{species.scientific}</i> · lot <span className="code">{lot.code}</span>
        </p>
        <p className="mt-2">
          {provenance.kind === 'bought' ? `From ${provenance.supplier}` : `Collected at ${provenance.place}`},{' '}
          {shortDate(provenance.on, today)}
          {provenance.kind === 'bought' && provenance.theirLot && `, their lot ${provenance.theirLot}`}
          {provenance.kind === 'collected' && provenance.parents && `, from ${provenance.parents}`}.
        </p>
        {lot.note && <p className="mt-2">{lot.note}</p>}
        <div className="mt-5 grid grid-cols-2 gap-6">
          <Figure value={lot.unassigned} unit="seeds">
            in hand, in no batch yet
          </Figure>
          <Figure value={lot.seeds - lot.unassigned} unit={`of ${lot.seeds}`}>
            in {mine.length === 1 ? 'one batch' : `${mine.length} batches`}
          </Figure>
        </div>
        <div className="mt-6">
          <h2>How sound</h2>
          <div className="mt-2">
            <SoundRange soundness={lot.state.soundness} species={species} />
          </div>
        </div>
        <div className="mt-4 flex flex-wrap items-center gap-6">
          {lot.unassigned > 0 && (
            <Link to={`/plan?lot=${lot.id}`} className="deed">
              plan from it
            </Link>
          )}
          <Link to={`/seeds/${lot.id}/change`} className="quiet">
            change it
          </Link>
          <Link to={`/handbook/${species.id}`} className="quiet">
            why this seed waits
          </Link>
        </div>
        {mine.length > 0 && (
          <section className="mt-8">
            <h2>Where its seeds are</h2>
            <ul className="mt-2">
              {mine.map((view) => (
                <BatchLine key={view.batch.id} view={view} />
              ))}
            </ul>
          </section>
        )}
      </div>
      <aside className="mt-8">
        <SeedDrawing seed={species.seed} room={300} />
        <p className="mt-2 text-[0.95rem] text-ink2">
          {species.seed.length_mm} × {species.seed.width_mm} × {species.seed.thickness_mm} mm, drawn × {enlargement(species.seed, 288)}
        </p>
        {species.hazards.map((hazard) => (
          <p key={hazard.note} className="mt-4 max-w-prose border-l-4 border-alarm pl-3">
            {hazard.note}
          </p>
        ))}
      </aside>
    </div>
  );
}
