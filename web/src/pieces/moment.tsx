/** Days and times of day, typed or chosen, in the kitchen's own order and clock. */
import {
  type CalendarDate,
  type CalendarDateTime,
  parseDate,
  parseDateTime,
  parseTime,
  type Time,
} from "@internationalized/date";
import {
  Button as AriaButton,
  TimeField as AriaTimeField,
  Calendar,
  CalendarCell,
  CalendarGrid,
  CalendarGridBody,
  CalendarGridHeader,
  CalendarHeaderCell,
  DateInput,
  DatePicker,
  DateSegment,
  type DateValue,
  Dialog,
  FieldError,
  Group,
  Heading,
  I18nProvider,
  Label,
  Popover,
} from "react-aria-components";
import { clockOf, datesOf, REGIONS, type UnitsOf } from "../words/numbers";

const label = "mb-0.5 block text-note font-medium text-quiet";
const hours = (of: UnitsOf) => (clockOf(of) === "12h" ? 12 : 24);
const regionOf = (of: UnitsOf) => REGIONS[datesOf(of)];

function Segments() {
  return (
    <DateInput className="flex items-center">
      {(segment) => (
        <DateSegment
          segment={segment}
          className="rounded px-0.5 tabular-nums outline-none data-focused:bg-chosen data-focused:text-on-chosen data-placeholder:text-quiet"
        />
      )}
    </DateInput>
  );
}

interface MomentProps {
  label: string;
  value: string;
  onValue: (value: string) => void;
  kitchen: UnitsOf;
  error?: string;
}

/** A day and a time: `value` is written as 2026-06-05T18:00, in the baker's own time. */
export const MomentField = (props: MomentProps) => (
  <Picker
    {...props}
    at={read(props.value, parseDateTime)}
    onAt={(next) => props.onValue(next.toString().slice(0, 16))}
    granularity="minute"
  />
);

/** A day: `value` is written as 2026-06-05, empty for none. */
export const DayField = (props: MomentProps) => (
  <Picker
    {...props}
    at={read(props.value, parseDate)}
    onAt={(next) => props.onValue(next.toString().slice(0, 10))}
    granularity="day"
  />
);

function Picker(
  props: MomentProps & {
    at: CalendarDateTime | CalendarDate | null;
    onAt: (at: DateValue) => void;
    granularity: "minute" | "day";
  },
) {
  const { kitchen, error } = props;
  return (
    <I18nProvider locale={regionOf(kitchen)}>
      <DatePicker
        value={props.at as DateValue | null}
        onChange={(next: DateValue | null) => next && props.onAt(next)}
        granularity={props.granularity}
        hourCycle={hours(kitchen)}
        hideTimeZone
        shouldForceLeadingZeros
        isInvalid={error !== undefined}
        validationBehavior="aria"
        className="w-fit"
      >
        <Label className={label}>{props.label}</Label>
        <Group className="control flex items-stretch gap-1 pr-0! focus-within:outline-3 focus-within:outline-offset-2 focus-within:outline-ink data-invalid:border-2 data-invalid:border-stop-edge">
          <Segments />
          <AriaButton
            aria-label="Choose from a calendar"
            className="-my-[1.5px] flex min-h-11 w-11 items-center justify-center rounded-lg hover:bg-well"
          >
            <svg viewBox="0 0 24 24" className="size-6" aria-hidden="true">
              <path
                d="M4 6h16v14H4zM4 10.5h16M8 3.5v4M16 3.5v4"
                fill="none"
                stroke="currentColor"
                strokeWidth="1.8"
                strokeLinejoin="round"
              />
            </svg>
          </AriaButton>
        </Group>
        <FieldError className="mt-1 block text-note font-medium text-stop-edge">{error}</FieldError>
        <Popover className="enamel z-40 bg-raised p-3 shadow-lg">
          <Dialog className="outline-none">
            <Calendar>
              <header className="flex items-center justify-between">
                <AriaButton slot="previous" className="size-11 rounded-lg text-xl font-bold hover:bg-well">
                  ‹
                </AriaButton>
                <Heading className="text-head font-bold" />
                <AriaButton slot="next" className="size-11 rounded-lg text-xl font-bold hover:bg-well">
                  ›
                </AriaButton>
              </header>
              <CalendarGrid weekdayStyle="short">
                <CalendarGridHeader>
                  {(day) => (
                    <CalendarHeaderCell className="size-11 text-note font-medium text-quiet">
                      {day}
                    </CalendarHeaderCell>
                  )}
                </CalendarGridHeader>
                <CalendarGridBody>
                  {(date) => (
                    <CalendarCell
                      date={date}
                      className="flex size-11 cursor-pointer items-center justify-center rounded-lg font-semibold data-focus-visible:outline-3 data-hovered:bg-well data-outside-month:hidden data-selected:bg-chosen data-selected:text-on-chosen"
                    />
                  )}
                </CalendarGridBody>
              </CalendarGrid>
            </Calendar>
          </Dialog>
        </Popover>
      </DatePicker>
    </I18nProvider>
  );
}

/** A time of day: `value` is written as 22:00. */
export function TimeField(props: {
  label: string;
  value: string;
  onValue: (value: string) => void;
  kitchen: UnitsOf;
}) {
  return (
    <I18nProvider locale={regionOf(props.kitchen)}>
      <AriaTimeField
        value={read(props.value, parseTime)}
        onChange={(next: Time | null) => next && props.onValue(next.toString().slice(0, 5))}
        hourCycle={hours(props.kitchen)}
        shouldForceLeadingZeros
      >
        <Label className={label}>{props.label}</Label>
        <Group className="control flex items-center focus-within:outline-3 focus-within:outline-offset-2 focus-within:outline-ink">
          <Segments />
        </Group>
      </AriaTimeField>
    </I18nProvider>
  );
}

function read<T>(text: string, parse: (text: string) => T): T | null {
  try {
    return parse(text);
  } catch {
    return null;
  }
}
