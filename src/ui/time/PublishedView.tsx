/** A published page of one view alone. */
import { PublishedPage } from '../sharing/PublishedPage';
import { useShares } from '../sharing/shares';

export function PublishedView({ id, view }: { id: string; view: string }) {
  const shares = useShares(`/api/charts/${id}`);
  return (
    <div className="pt-2">
      <PublishedPage shares={shares} without={[]} view={view} />
    </div>
  );
}
