/**
 * The strongly connected parts of a graph (Tarjan, 1972), without recursion.
 * @param leads the nodes that each node leads to
 * @returns each node's part, by number from 0
 */
export function partsOf(leads: readonly (readonly number[])[]): {
  readonly partOf: number[];
  readonly count: number;
} {
  const index: number[] = leads.map(() => -1);
  const low: number[] = leads.map(() => 0);
  const partOf: number[] = leads.map(() => -1);
  const stack: number[] = [];
  let [reached, count] = [0, 0];
  for (let root = 0; root < leads.length; root++) {
    if (index[root] !== -1) continue;
    const path: { readonly node: number; at: number }[] = [{ node: root, at: 0 }];
    while (path.length > 0) {
      const top = path.at(-1) as { readonly node: number; at: number };
      const { node } = top;
      if (top.at === 0) {
        index[node] = low[node] = reached++;
        stack.push(node);
      }
      const next = leads[node]?.[top.at++];
      if (next !== undefined) {
        if (index[next] === -1) path.push({ node: next, at: 0 });
        else if (partOf[next] === -1) low[node] = Math.min(low[node] as number, index[next] as number);
        continue;
      }
      path.pop();
      const above = path.at(-1);
      if (above) low[above.node] = Math.min(low[above.node] as number, low[node] as number);
      if (low[node] !== index[node]) continue;
      for (let out = stack.pop(); out !== undefined; out = stack.pop()) {
        partOf[out] = count;
        if (out === node) break;
      }
      count += 1;
    }
  }
  return { partOf, count };
}
