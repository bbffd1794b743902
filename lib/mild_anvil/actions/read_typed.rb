# frozen_string_literal: true

module MildAnvil
  module Actions
    # Digits that a person read off a display, with what decided of their comma, and whether the display was at its end.
    class ReadTyped
      # reading: Core::Quantity::TypedReading; reason: what decided of its comma, "" where nothing had to;
      # lower_bound_cause: "saturated" where the cell was at its end, nil otherwise
      Read = Struct.new(:reading, :reason, :lower_bound_cause, keyword_init: true)
      MOST_OTHERS = 200
      AT_END_STEPS = 0.75 # nearer than one step

      # @param lot [Store::Models::Lot]
      # @param cell [Store::Models::Instrument, nil] that showed it
      # @param comma [String, nil] what somebody said of an open comma: "decimal" or "thousands"
      # @param language [String, nil] of the person's settings
      # @param beside_si [Array<Float>] what was read with it
      def initialize(lot, cell: nil, comma: nil, language: nil, beside_si: [])
        @lot = lot
        @figures = Figures.of(lot)
        @cell = cell if lot.measurand == "force"
        @comma = comma&.to_sym
        @language = language
        @beside = beside_si
      end

      # @param typed [Hash] text, unit
      # @return [Read]
      # @raise [InvalidInput] in the words of the field; with fields[:comma] where a comma stays open
      def call(typed, field: :text, zero: false)
        unit = unit(typed[:unit])
        meaning, reason = sense(typed[:text], unit)
        reading = Core::Quantity::TypedReading.parse(typed[:text], unit, zero: zero, comma: meaning)
        Read.new(reading: reading, reason: reason.to_s, lower_bound_cause: at_end(reading)).freeze
      rescue InvalidInput => e
        asked = e.details[:comma] ? { comma: e.message } : {}
        raise InvalidInput.new(e.message, fields: { field => e.message, **asked })
      end

      # @return [Float, nil] SI: the step of the cell's display
      def step_si = @cell&.resolution_newtons

      private

      # A scale that shows mass is read by what a kilogram weighs where it was checked.
      def unit(symbol)
        unit = @figures.measurand.unit!(symbol)
        @cell ? Chain::ShownMass.unit(@cell, unit, Chain::ShownMass.gravity(@cell)) : unit
      end

      # @return [Array(Symbol, String), nil]
      def sense(text, unit)
        return unless Core::Quantity::TypedNumber.open?(text)
        return [@comma, said(text, @comma, unit, "as was said")] if @comma

        decision = Core::Quantity::CommaSense.new(unit, step: shown(@cell&.resolution_newtons, unit),
                                                        capacity: shown(@cell&.capacity_newtons, unit),
                                                        others_si: @beside + others, language: @language).call(text)
        decision && [decision.meaning, said(text, decision.meaning, unit, "by #{decision.reason}")]
      end

      def said(text, meaning, unit, by)
        "“#{text.strip}” was read as #{Core::Quantity::TypedNumber.meant(text, meaning)} #{unit}, #{by}"
      end

      def shown(newtons, unit) = newtons && unit.from_si(newtons)

      def others
        pulls = Store::Models::Pull.where(lot_id: @lot.id).select(:id)
        @others ||= Store::Models::Measurement.where(pull_id: pulls).exclude(value_si: 0.0)
                                              .order(:id).limit(MOST_OTHERS).select_map(:value_si)
      end

      # The cell, or its scale, could say no more. What lies beyond that is an overload that was read, and told as one.
      def at_end(reading)
        return if @cell.nil?

        step = [@cell.resolution_newtons || 0.0, reading.resolution_si].max
        "saturated" if (reading.value_si - @cell.capacity_newtons).abs < AT_END_STEPS * step
      end
    end
  end
end
