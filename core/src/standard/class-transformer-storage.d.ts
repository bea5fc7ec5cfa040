declare module "class-transformer/cjs/storage" {
  import type { TypeMetadata } from "class-transformer/types/interfaces";
  /** What the decorators of class-transformer have noted. */
  export const defaultMetadataStorage: { findTypeMetadata(target: unknown, property: string): TypeMetadata };
}
