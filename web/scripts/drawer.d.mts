export function drawer(seed: number): () => number;
