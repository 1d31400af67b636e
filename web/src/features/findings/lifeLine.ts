import type { Event } from '../../shared/api/types';

export interface Point extends Event {
  /** Place on the line, 0 to 1. */
  at: number;
  /** Row of the label: labels that would touch are set one below the other. */
  level: number;
}

/** Labels nearer than this share of the line would touch. */
const NEAR = 0.29;

/**
 * Places events on a line by the square root of their distance from the last one, so that the recent
 * past has room and the day an account was created years ago still shows.
 */
export function placeEvents(events: Event[]): Point[] {
  const days = events.map((event) => Date.parse(event.day) / 86_400_000);
  const first = Math.min(...days);
  const last = Math.max(...days);
  const span = Math.sqrt(Math.max(last - first, 1));
  const points = events.map((event, index) => ({
    ...event,
    at: 1 - Math.sqrt(last - (days[index] ?? last)) / span,
    level: 0,
  }));
  const ends: number[] = [];
  for (const point of points) {
    const free = ends.findIndex((end) => point.at - end >= NEAR);
    point.level = free < 0 ? ends.length : free;
    ends[point.level] = point.at;
  }
  return points;
}
