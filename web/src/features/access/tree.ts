/** A resource with what is held on it and the resources below it. */
export interface Branch<T> {
  name: string;
  path: string;
  lines: T[];
  children: Branch<T>[];
  /** Lines on this and below. */
  below: number;
}

/** Lines by the segments of their resource, in the order in which they come. */
export function toTree<T extends { resource: string }>(lines: T[]): Branch<T>[] {
  const roots: Branch<T>[] = [];
  for (const line of lines) {
    let level = roots;
    let path = '';
    let branch: Branch<T> | undefined;
    for (const name of line.resource.split('/')) {
      path = path ? `${path}/${name}` : name;
      branch = level.find((one) => one.name === name);
      if (!branch) {
        branch = { name, path, lines: [], children: [], below: 0 };
        level.push(branch);
      }
      branch.below++;
      level = branch.children;
    }
    branch?.lines.push(line);
  }
  return roots;
}
