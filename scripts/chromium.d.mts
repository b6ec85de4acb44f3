export const launch: { executablePath: string; args: string[] };
