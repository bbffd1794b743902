# frozen_string_literal: true

module MildAnvil
  module Core
    module Plan
      # A plan as it was typed, read as SI: forces and lengths keep their digits and their unit until here.
      class TypedContent
        NOTHING_OF = "displacement" # a rod, a stroke or an offset of 0 is one

        # @param content [Hash] symbols for keys; docs/cli.md lists them
        # @param units [Quantity::UnitTable]
        # @param measured [Array<Quantity::Unit>] of what the lot measures: the quantity of its strengths
        def initialize(content, units, measured = units.forces_displayed)
          @content = content
          @units = units
          @measured = measured
        end

        # @return [Object, nil]
        def [](key) = @content[key]
        def part(key) = self.class.new(@content[key] || {}, @units, @measured)
        def parts(key) = @content[key].to_a.map { |row| self.class.new(row, @units, @measured) }
        def given?(key) = !@content[key].nil?
        def empty? = @content.empty?

        # @param quantity [String] that the unit must be of; what the lot measures unless it is said
        # @return [Float, nil] SI; nil where nothing was typed
        # @raise [InvalidInput]
        def si(key, quantity = @measured.first.quantity)
          typed = @content[key]
          return if typed.nil? || typed[:text].to_s.strip.empty?

          value = Quantity::TypedReading.parse(typed[:text], unit!(typed[:unit], quantity, key), zero: true).value_si
          return value if value.positive? || quantity == NOTHING_OF

          raise InvalidInput.new("must be above 0", text: typed[:text])
        rescue InvalidInput => e
          raise InvalidInput.new("#{key.to_s.tr('_', ' ')}: #{e.message}", fields: { key => e.message })
        end

        def length(key) = si(key, "displacement")
        def force(key) = si(key, "force")

        # @return [Float]
        # @raise [InvalidInput] where nothing was typed
        def si!(key, quantity = @measured.first.quantity)
          si(key,
             quantity) || raise(InvalidInput.new("#{key.to_s.tr('_', ' ')} is needed", fields: { key => "is needed" }))
        end

        # @return [Float, nil]
        def number(key, default = nil) = @content[key].nil? ? default : @content[key].to_f

        # @return [Float, nil] per cent as a share
        def share(key, default = nil) = @content[key].nil? ? default : @content[key].to_f / 100

        # @return [Integer, nil] minutes from midnight of "07:30"
        def clock(key, default = nil)
          text = @content[key].to_s
          return default if text.empty?

          hours, minutes = text.split(":").map(&:to_i)
          (hours * 60) + minutes
        end

        private

        def unit!(symbol, quantity, key)
          found = [@units.find(symbol), *@measured.select { |unit| unit.symbol == symbol }].compact
          found.find { |unit| unit.quantity == quantity } ||
            raise(InvalidInput.new("“#{symbol}” is no unit of #{quantity}", fields: { key => "has a wrong unit" }))
        end
      end
    end
  end
end
