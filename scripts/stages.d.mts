export const STAGES: Record<string, { what: string; budget: number }>;
export function affected(files: string[]): {
  stages: string[];
  related: string[] | null;
  specs: string[] | null;
};
