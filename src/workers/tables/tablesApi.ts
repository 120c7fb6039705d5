import type { TableReading } from "@/core/tables/rawTable";

export interface TablesApi {
  /** Reads a file into its tables; what can't be read comes back as a problem, never as an error. */
  read(file: File): Promise<TableReading>;
}
