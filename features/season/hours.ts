/** Minutes as an attendant says them: `41 h 20`. */
export const hoursWords = (minutes: number): string => {
  const whole = Math.round(minutes);
  return `${Math.floor(whole / 60)} h ${String(whole % 60).padStart(2, '0')}`;
};
