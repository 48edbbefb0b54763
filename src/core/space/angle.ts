export const degrees = (radians: number): number => (radians * 180) / Math.PI;
export const radians = (degrees: number): number => (degrees * Math.PI) / 180;
