# frozen_string_literal: true

module MildAnvil
  module Core
    module LongTest
      # What was typed of each channel, as it is kept.
      module TypedValues
        module_function

        # @param values [Hash{Symbol => Hash}] channel => {text, unit}; @param units [Array<Quantity::Unit>]
        # @return [Hash{Symbol => Hash}] text, unit, si, step
        # @raise [InvalidInput] naming every field that is wrong
        # @param shown [Hash{Symbol => String}] the units of the test: a channel that may be a force or a pressure is
        # one
        #   of them throughout
        def call(kind, values, units, shown: {})
          wrong = {}
          read = kind.channels.filter_map do |channel|
            given = values[channel.key]
            if given.nil? || given[:text].to_s.strip.empty?
              wrong[channel.key] = "#{channel.name} is needed" if channel.needed
              next
            end
            [channel.key, one(channel, given, units, shown[channel.key])]
          rescue InvalidInput => e
            wrong[channel.key] = e.message
            nil
          end.to_h
          (values.keys - kind.channels.map(&:key)).each { |key| wrong[key] = "There is no channel #{key}" }
          refuse(wrong) if wrong.any?
          refuse(kind.channels.first.key => "Nothing was typed") if read.empty?
          plausible!(read)
          read
        end

        def one(channel, given, units, shown)
          return choice(channel, given[:text]) if channel.choices

          unit = unit!(channel, given[:unit].to_s, units, shown)
          typed = Typed.parse(given[:text], unit, signed: channel.signed, above_zero: channel.above_zero,
                                                  name: channel.name.downcase)
          { text: typed.text, unit: typed.unit, si: typed.si, step: typed.step_si }
        end
        private_class_method :one

        def unit!(channel, symbol, units, shown)
          found = ->(wanted) { units.find { |unit| unit.symbol == wanted } }
          same = shown.nil? ? nil : found.call(shown).quantity
          may = channel.units.select { |wanted| same.nil? || found.call(wanted).quantity == same }
          return found.call(symbol) if may.include?(symbol)

          raise InvalidInput.new("#{channel.name} is read in #{may.join(', ')}", unit: symbol)
        end
        private_class_method :unit!

        def choice(channel, text)
          place = channel.choices.index(text)
          return { text: text, unit: "", si: place.to_f } if place

          raise InvalidInput.new("#{channel.name} is one of #{channel.choices.join(', ')}", text: text)
        end
        private_class_method :choice

        # A gauge's reading in the place of an absolute one is told at once, and not when all is over; a temperature in
        # kelvin too.
        def plausible!(read)
          pressure = read[:pressure] or return
          Endurance::Buoyancy.pascal!(pressure[:si])
          return unless read[:temperature]

          Endurance::Buoyancy.check!(Endurance::Buoyancy::Conditions.new(
                                       pascal: pressure[:si], metres: read.dig(:depth, :si) || 0.0,
                                       celsius: read[:temperature][:si]
                                     ))
        end
        private_class_method :plausible!

        def refuse(wrong) = raise(InvalidInput.new(wrong.values.first, fields: wrong))
        private_class_method :refuse
      end
    end
  end
end
