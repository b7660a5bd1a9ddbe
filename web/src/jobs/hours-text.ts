/** Minutes as people say them: `1 h 25`, `40 min`. */
export function hoursText(minutes: number): string {
  const hours = Math.floor(minutes / 60)
  return hours === 0 ? `${minutes} min` : `${hours} h ${`${minutes % 60}`.padStart(2, '0')}`
}
