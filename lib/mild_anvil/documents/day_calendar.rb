# frozen_string_literal: true

require "icalendar"

module MildAnvil
  module Documents
    # The day of a plan as an iCalendar file and as a table.
    module DayCalendar
      HEAD = %w[day from to where what label].freeze

      module_function

      # @param items [Array<Hash>] from, to (minutes), lane, kind, label
      # @param date [Date]
      # @param uid [String] of the plan: the same plan keeps its entries
      # @return [String] floating local times: the shop's clock on the wall
      # Source: RFC 5545
      def ics(items, date:, lot:, uid:)
        calendar = Icalendar::Calendar.new
        calendar.prodid = "-//Mild Anvil//#{VERSION}//EN"
        items.each_with_index do |item, i|
          calendar.event do |event|
            event.uid = "#{uid}-#{i}@mild-anvil"
            event.dtstart = Icalendar::Values::DateTime.new(at(date, item[:from]))
            event.dtend = Icalendar::Values::DateTime.new(at(date, item[:to]))
            event.summary = "#{item[:kind].capitalize} #{item[:label]}".strip
            event.description = lot
            event.location = item[:lane]
          end
        end
        calendar.publish
        calendar.to_ical
      end

      # @return [String]
      def csv(items, date:)
        TableCsv.render(HEAD, items.map do |item|
          [at(date, item[:from]).to_date.iso8601, clock(item[:from]), clock(item[:to]), item[:lane], item[:kind],
           item[:label]]
        end)
      end

      MINUTES = 24 * 60
      private_constant :MINUTES

      def at(date, minute)
        days, rest = minute.round.divmod(MINUTES)
        DateTime.new(date.year, date.month, date.day, *rest.divmod(60)) + days
      end
      private_class_method :at

      def clock(minute) = format("%02d:%02d", *(minute.round % MINUTES).divmod(60))
      private_class_method :clock
    end
  end
end
