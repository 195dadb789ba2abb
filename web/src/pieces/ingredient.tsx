/** Any ingredient of the catalogue, for what was read as none or as the wrong one. */
import { useCatalogue } from "../client/catalogue";
import { Select } from "./choice";

export function IngredientSelect(props: {
  label: string;
  none: string;
  onValue: (ingredient_id: string) => void;
}) {
  const { data: catalogue } = useCatalogue();
  return (
    <div className="w-44">
      <Select
        hideLabel
        label={props.label}
        value=""
        options={[
          ["", props.none],
          ...(catalogue?.ingredients ?? []).map((item) => [item.ingredient_id, item.label] as const),
        ]}
        onValue={(id) => id && props.onValue(id)}
      />
    </div>
  );
}
