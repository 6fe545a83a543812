/** `45 min`, `1 h 20`. */
export const hoursAndMinutes = (minutes: number): string =>
  minutes >= 60
    ? `${Math.floor(minutes / 60)} h ${String(Math.round(minutes % 60)).padStart(2, '0')}`
    : `${Math.round(minutes)} min`;
