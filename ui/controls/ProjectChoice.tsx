import { ChoiceField } from './Choice';

/** The project that something is for, or none; nothing where there are no projects. */
export function ProjectChoice({
  projects,
  projectId,
  none = 'no project that is kept here',
  onChoose,
  error,
  hint,
}: {
  projects: readonly { id: number; name: string }[];
  projectId: number | null;
  /** What none of them is called. */
  none?: string;
  onChoose: (projectId: number | null) => void;
  error?: string;
  hint?: string;
}) {
  if (projects.length === 0) return null;
  return (
    <ChoiceField
      name="projectId"
      label="For"
      value={projectId === null ? '' : String(projectId)}
      onChange={(id) => onChoose(id === '' ? null : Number(id))}
      error={error}
      hint={hint}
      options={[{ value: '', label: none }, ...projects.map(({ id, name }) => ({ value: String(id), label: name }))]}
    />
  );
}
