import { z } from 'zod';
import { textField } from '../schema/text';

/** What stations say of what was delivered to them. Their words are a stranger's: bounded and read as data. docs/intake.md tells more. */

export const INTAKE_VERDICTS = ['accepted', 'remarked', 'refused'] as const;

/** Name by which a station is known. */
export const stationIdField = z.string().regex(/^[a-z0-9-]{1,40}$/);

const pointSchema = z.object({
  point: textField(40),
  label: textField(60),
  verdict: z.enum(INTAKE_VERDICTS),
  found: textField(300),
  wanted: textField(300),
});

export const intakeReportSchema = z.object({
  station: z.object({ id: stationIdField, name: textField(80) }),
  title: textField(200),
  file: textField(200),
  received: z.iso.datetime(),
  verdict: z.enum(INTAKE_VERDICTS),
  points: z.array(pointSchema).max(60),
});
export type IntakeReport = z.infer<typeof intakeReportSchema>;

export const stationsSchema = z.object({
  stations: z.array(z.object({ id: stationIdField, name: textField(80), note: textField(200) })).max(40),
});
export type StationInfo = z.infer<typeof stationsSchema>['stations'][number];
