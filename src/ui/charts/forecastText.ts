/** When the goal may be reached, in a sentence. */
import { bpmText } from '@/core';
import type { Forecast } from '@/core/record';
import { daysLater } from './dates';

/** Says what a forecast says, and what it does not. */
export function forecastText(forecast: Forecast, goalBpm: number, today: string): string {
  const goal = bpmText(goalBpm);
  switch (forecast.state) {
    case 'too early':
      return `Too early to tell when ${goal} will be clean: ${forecast.sessions === 1 ? 'one day' : `${forecast.sessions} days`} of practice on record; it takes six over two weeks.`;
    case 'not rising':
      return `By this record more practice has not made it faster, so no date is given for ${goal}.`;
    case 'stuck':
      return `No date is given for ${goal}: the clean tempo stands still.`;
    case 'down':
      return `No date is given for ${goal}: the clean tempo is falling.`;
    case 'reached':
      return `${goal} is clean by this record.`;
    case 'band': {
      const { earlyDays, lateDays } = forecast;
      if (earlyDays === null) return `At this pace ${goal} is more than two years away.`;
      const early = daysLater(today, earlyDays);
      return lateDays === null
        ? `${goal} may be clean from ${early} on, or not for years: the record does not say it more closely.`
        : `${goal} may be clean between ${early} and ${daysLater(today, lateDays)}, if practice goes on as in the last four weeks.`;
    }
  }
}
