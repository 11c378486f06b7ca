export function openPlainHost(folder: string): Promise<{ readonly address: string; readonly close: () => void }>;
