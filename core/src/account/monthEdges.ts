/** The first instants of the calendar months (UTC) within a period, its ends included. */
export function monthEdges(from: string, to: string): string[] {
  const edges = [from];
  const start = new Date(from);
  for (let i = 1; ; i++) {
    const edge = new Date(Date.UTC(start.getUTCFullYear(), start.getUTCMonth() + i, 1)).toISOString();
    if (edge >= to || i > 1200) break;
    edges.push(edge);
  }
  edges.push(to);
  return edges;
}
