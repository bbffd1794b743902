# frozen_string_literal: true

require "icalendar"

module MildAnvil
  module Documents
    # What comes due as an iCalendar file; the same thing keeps its entry.
    module DueCalendar
      MINUTES = 15

      module_function

      # @param entries [Array<Hash>] uid, on (Date) or at (Time), summary
      # @return [String]
      # Source: RFC 5545
      def ics(entries)
        calendar = Icalendar::Calendar.new
        calendar.prodid = "-//Mild Anvil//#{VERSION}//EN"
        entries.each { |entry| calendar.add_event(event(entry)) }
        calendar.publish
        calendar.to_ical
      end

      def event(entry)
        Icalendar::Event.new.tap do |event|
          event.uid = "#{entry[:uid]}@mild-anvil"
          event.summary = entry[:summary]
          entry[:on] ? whole_day(event, entry[:on]) : moment(event, entry[:at].utc)
        end
      end
      private_class_method :event

      def whole_day(event, day)
        event.dtstart = Icalendar::Values::Date.new(day)
        event.dtend = Icalendar::Values::Date.new(day + 1)
      end
      private_class_method :whole_day

      def moment(event, at)
        event.dtstart = Icalendar::Values::DateTime.new(at.to_datetime, "tzid" => "UTC")
        event.dtend = Icalendar::Values::DateTime.new((at + (MINUTES * 60)).to_datetime, "tzid" => "UTC")
      end
      private_class_method :moment
    end
  end
end
