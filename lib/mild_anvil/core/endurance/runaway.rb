# frozen_string_literal: true

module MildAnvil
  module Core
    module Endurance
      # Does a long test leave the law that it followed? Its last two readings are held against what earlier ones
      # foretell: all but those two, and what there was at four, three and two fifths of the time, since what leaves
      # slowly bends the law with it.
      module Runaway
        LATEST = 2
        CUTS = [0.8, 0.6, 0.4].freeze # of the time
        FEWEST = 6 # readings that foretell
        CONFIDENCE = 0.999
        LEAST_SHARE = 0.02 # of what it has travelled: less is no running away, whatever the noise

        # away: :up or :down; since: hours of the first reading beyond; low, high: what was foretold of the last one
        Found = Struct.new(:away, :since, :low, :high, :value, keyword_init: true)

        module_function

        # @param times [Array<Float>] hours, rising; @param values [Array<Float>]
        # @return [Found, nil] nil while it keeps to its law, or while there is too little to tell
        def find(times, values)
          counts(times).each do |count|
            found = beyond(times, values, count)
            return found if found
          end
          nil
        end

        # How many readings foretell, each time.
        def counts(times)
          later = CUTS.map { |cut| times.count { |t| t <= cut * times.last } }
          [times.size - LATEST, *later].grep(FEWEST..(times.size - LATEST)).uniq
        end
        private_class_method :counts

        def beyond(times, values, count)
          before = Forecast.new(times.first(count), values.first(count))
          side = side(before, times.last, values.last)
          return unless side && ((times.size - LATEST)...times.size).all? do |i|
            side(before, times[i], values[i]) == side
          end

          low, high = before.prediction(times.last, confidence: CONFIDENCE)
          near = side == :up ? high : low
          return if (values.last - near).abs < LEAST_SHARE * (values.last - values.first).abs

          Found.new(away: side, since: since(before, times, values, count, side), low: low, high: high,
                    value: values.last)
        rescue InsufficientData
          nil
        end
        private_class_method :beyond

        def side(before, time, value)
          low, high = before.prediction(time, confidence: CONFIDENCE)
          return :up if value > high

          :down if value < low
        end
        private_class_method :side

        # The first reading from which on all lie beyond.
        def since(before, times, values, count, side)
          within = (count...times.size).reverse_each.find { |i| side(before, times[i], values[i]) != side }
          times[within ? within + 1 : count]
        end
        private_class_method :since
      end
    end
  end
end
