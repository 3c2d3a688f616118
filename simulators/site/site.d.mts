export function startSite(port?: number): Promise<{ place: string; close(): Promise<void> }>
export const SITE_HOST: string
