/** Rates in words that a person can picture. */

/** Presses an hour, as one would say it. */
export const hourly = (perHour: number): string =>
  perHour === 0
    ? 'not once'
    : perHour >= 1
      ? `${perHour.toFixed(1)} an hour`
      : `1 in ${(1 / perHour).toFixed(perHour > 0.1 ? 1 : 0)} h`;
/** Presses a minute, as one would say it. */
export const minutely = (perMinute: number): string =>
  perMinute === 0
    ? 'none in an hour'
    : perMinute >= 1
      ? `${perMinute.toFixed(1)} a minute`
      : `1 in ${(1 / perMinute).toFixed(0)} min`;
/** How likely it is within any hour. */
export const chance = (perHour: number): string =>
  `${((1 - Math.exp(-perHour)) * 100).toFixed(perHour < 0.1 ? 1 : 0)} %`;
