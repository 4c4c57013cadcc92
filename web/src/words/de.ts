// German, in one piece.
export default import.meta.glob<Record<string, string>>("./de/*.json", { import: "default", eager: true })
