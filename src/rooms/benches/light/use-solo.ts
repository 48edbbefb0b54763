import { useView, useWorkspace } from '../../workspace/workspace';

/** Looking at a light, or at something of the dome, alone or at all but it; pressed again, all are seen. */
export function useSolo(path: string) {
  const { view } = useWorkspace();
  const soloed = useView((s) => s.soloed);
  const isOn = (isAlone: boolean) => soloed?.path === path && soloed.isAlone === isAlone;
  return { isOn, toggle: (isAlone: boolean) => view.setState({ soloed: isOn(isAlone) ? null : { path, isAlone } }) };
}
