# frozen_string_literal: true

module MildAnvil
  module Core
    module LongTest
      # Readings that a schedule asked for and nobody took. They depend on what time it is, as nothing else of an answer
      # does.
      module Gaps
        module_function

        # @param setup [Setup]; @param station [Station]
        # @param hours [Float] since it began, now
        # @return [Line, nil]
        def line(setup, station, hours)
          return if setup.schedule.nil? || setup.kind.along == :none || station.ended

          missed = missed(setup, station, hours)
          return if missed.empty?

          what = missed.size == 1 ? "One reading was missed" : "#{missed.size} readings were missed"
          where = counted?(setup) ? "#{Say.grouped(missed.last.round)} cycles" : Say.duration(missed.last)
          Line.new(key: "gaps", text: "#{what}, the last one at #{where}: nothing is filled in.", tone: "ok")
        end

        def counted?(setup) = setup.kind.along == :count

        def missed(setup, station, hours)
          return setup.schedule.missed(station.readings.map(&:hours), hours) unless counted?(setup)

          counts = station.readings.filter_map(&:count)
          setup.schedule.missed(counts, counts.max || 0)
        end
        private_class_method :counted?, :missed
      end
    end
  end
end
