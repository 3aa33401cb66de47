export function errorPage(status: number): string;
export function asksForPage(method: string, path: string, accept: string | null | undefined): boolean;
