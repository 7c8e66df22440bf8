/** Minutes as people say them: minutes, hours and minutes, days. */
export function clock(minutes: number): string {
  const whole = Math.round(minutes);
  if (whole >= 2880) return `${Math.round(whole / 1440)} days`;
  if (whole < 60) return `${whole} min`;
  const rest = whole % 60;
  return rest ? `${Math.floor(whole / 60)} h ${String(rest).padStart(2, '0')} min` : `${whole / 60} h`;
}
