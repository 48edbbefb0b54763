declare module 'gltf-validator' {
  export interface Report {
    issues: { numErrors: number; numWarnings: number; messages: { code: string; message: string; severity: number; pointer?: string }[] };
    info: { totalTriangleCount: number; totalVertexCount: number; drawCallCount: number };
  }
  export function validateBytes(bytes: Uint8Array, options?: { ignoredIssues?: string[] }): Promise<Report>;
}
