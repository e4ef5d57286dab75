import { say } from '@chill/words/handbook.ts';
import { explained, type Term } from '@chill/words/terms.ts';
import { Link } from 'react-router';

/** What a term means, and the way to all the others. */
export default function Explanation({ of }: { of: Term }) {
  const { name, means } = explained(of);
  return (
    <>
      <b className="block">{name}</b>
      <span className="block">{means}</span>
      <Link to={`/glossary#${of}`} className="quiet inline-flex min-h-12 items-center">
        {say('allTerms')}
      </Link>
    </>
  );
}
