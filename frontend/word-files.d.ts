declare module "virtual:word-files" {
  const filesByPrefix: Record<string, string[]>;
  export default filesByPrefix;
}
