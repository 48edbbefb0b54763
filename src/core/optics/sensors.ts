/** Image areas of the trade, width in millimetres; the height follows the frame format. From memory; any other width can be typed. */
export const SENSORS = [
  { id: 'large', label: '65 mm film', widthMm: 52.48 },
  { id: 'full', label: 'Full frame', widthMm: 36 },
  { id: 'super35', label: 'Super 35', widthMm: 24.89 },
  { id: 'academy', label: '35 mm Academy', widthMm: 21.95 },
  { id: 'four-thirds', label: 'Four thirds', widthMm: 17.3 },
  { id: 'super16', label: 'Super 16', widthMm: 12.52 },
  { id: 'two-thirds', label: '2/3 inch', widthMm: 9.6 },
] as const;

export const sensorFor = (widthMm: number) => SENSORS.find((sensor) => Math.abs(sensor.widthMm - widthMm) < 0.005) ?? null;
