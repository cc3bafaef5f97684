declare class StuckFile {
  onTestFileStart(file: { path: string }): void;
  onTestFileResult(file: { path: string }): void;
}
export = StuckFile;
