import { daysBetween, nextOn } from '@chill/core/calendar/dates.ts';
import { say } from '@chill/words/spring.ts';
import { Link } from 'react-router';
import { useNursery } from '../data/nursery.ts';

/** The last day of the spring that is next over, north or south of the equator. */
export const springsEnd = (latitude_deg: number, today: string): string => nextOn(latitude_deg >= 0 ? '06-20' : '12-20', today);

/** From midwinter on it is this spring that is meant, before that the next. */
const THIS_SPRING_DAYS = 200;

/** To what can still be ready of all that is in stock. */
export function SpringLink() {
  const { nursery, today } = useNursery();
  const near = daysBetween(today, springsEnd(nursery.latitude_deg, today)) <= THIS_SPRING_DAYS;
  return (
    <Link to="/plan/spring" className="quiet">
      {say(near ? 'linkThisSpring' : 'linkNextSpring')}
    </Link>
  );
}
