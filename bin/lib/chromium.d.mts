export const HEADLESS: string
export const chromiumLaunch: { executablePath: string; args: string[] }
