declare module 'dijkstrajs' {
  export function find_path(graph: Record<string, Record<string, number>>, from: string, to: string): string[]
}
