export function ownerOf(home: string): string;
