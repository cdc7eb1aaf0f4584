import { useNavigate } from 'react-router';
import { useProduction } from '../state/production.ts';
import { choose, view } from '../state/view.ts';

/** Goes to another scene of the film that is open. */
export function useGoToScene(): (id: string) => void {
  const navigate = useNavigate();
  return (id) => {
    const production = useProduction.getState().id ?? '';
    choose(undefined);
    view({ scene: id, tick: 0, looked: undefined, entered: undefined, curve: undefined, recording: false });
    void navigate(`/p/${production}/scenes/${id}`);
  };
}
