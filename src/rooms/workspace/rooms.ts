/** The rooms that are open, in the order of the work. */
export const ROOMS = [
  { id: 'shape', label: 'Shape' },
  { id: 'light', label: 'Light' },
  { id: 'choreograph', label: 'Choreograph' },
  { id: 'finish', label: 'Finish' },
  { id: 'master', label: 'Master' },
] as const;
export type RoomId = (typeof ROOMS)[number]['id'];

export const isRoom = (text: string): text is RoomId => ROOMS.some(({ id }) => id === text);
