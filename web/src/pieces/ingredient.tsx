/** Any ingredient of the catalogue, for what was read as none or as the wrong one. */
import { useCatalogue } from "../client/catalogue";

export function IngredientSelect(props: {
  label: string;
  none: string;
  onValue: (ingredient_id: string) => void;
}) {
  const { data: catalogue } = useCatalogue();
  return (
    <select
      aria-label={props.label}
      className="control max-w-44"
      value=""
      onChange={(event) => props.onValue(event.target.value)}
    >
      <option value="">{props.none}</option>
      {catalogue?.ingredients.map((item) => (
        <option key={item.ingredient_id} value={item.ingredient_id}>
          {item.label}
        </option>
      ))}
    </select>
  );
}
