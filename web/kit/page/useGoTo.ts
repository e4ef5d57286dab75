import { useNavigate } from 'react-router';
import { useKeyAfter } from '../../browser/keys.ts';

/** Where `g` and a letter go. */
export const GO_TO: Record<string, string> = {
  r: '/',
  s: '/seeds',
  p: '/plan',
  t: '/treat',
  c: '/cold',
  w: '/warm',
  o: '/pots',
  e: '/results',
  h: '/handbook',
  l: '/places',
};

/** `g` and a letter go to a station, wherever the focus is but in a field. */
export function useGoTo(): void {
  const navigate = useNavigate();
  useKeyAfter('g', Object.keys(GO_TO), (letter) => navigate(GO_TO[letter] as string));
}
