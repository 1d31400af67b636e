import { Link, useParams } from 'react-router';
import type { CitedPlace } from '../api/matchTypes';

/** A citation that opens the file at its row: `LED-2 · row 418`. */
export function Cite({ place }: { place: CitedPlace }) {
  const { snapshot } = useParams();
  const words = place.row > 0 ? `${place.citation} · row ${place.row}` : place.citation;
  return place.evidenceId === 0 ? (
    <span className="id text-soft">{words}</span>
  ) : (
    <Link
      className="cite whitespace-nowrap"
      to={`/s/${snapshot}/gather/${place.evidenceId}${place.row > 0 ? `?row=${place.row}` : ''}`}
    >
      {words}
    </Link>
  );
}
