# frozen_string_literal: true

module MildAnvil
  module Cli
    # What the command line asks of a curve beyond what it shows by itself: quantities with their units, such as 20kN
    # or 0.2mm.
    module CurveSettings
      FORM = /\A\s*([+-]?\d+(?:[.,]\d+)?(?:e[+-]?\d+)?)\s*(.+?)\s*\z/i
      # Options that take one quantity, and of what kind.
      SINGLE = { gauge_length_metres: "displacement", yield_offset_metres: "displacement" }.freeze
      EACH = { displacements_metres: [:at_displacement, "displacement"], forces_newtons: [:at_force, "force"] }.freeze

      module_function

      # @param options [Hash] as parsed
      # @param units [Core::Quantity::UnitTable]
      # @return [Core::Curve::Settings]
      # @raise [InvalidInput] naming the option
      def call(options, units)
        single = SINGLE.to_h { |name, kind| [name, options[name] && quantity(options[name], kind, units, name)] }
        each = EACH.to_h { |name, (option, kind)| [name, quantities(options[option], kind, units, option)] }
        Core::Curve::Settings.new(**single, **each, holds: (options[:holds] || []).map { |text| hold(text, units) },
                                                    train_newtons_per_metre: options[:train_stiffness]&.*(1.0e6),
                                                    cell_uncertainties_newtons: uncertainties(options, units),
                                                    rate_newtons_per_second: options[:wanted_rate] &&
                                              quantity(options[:wanted_rate], "force", units, :wanted_rate))
      end

      def quantities(texts, kind, units, name) = (texts || []).map { |text| quantity(text, kind, units, name) }

      # "20kN:60" or "20kN:60:0.02": force, seconds, share it may lie below
      def hold(text, units)
        force, seconds, below = text.split(":")
        { newtons: quantity(force, "force", units, :hold), seconds: Float(seconds),
          below_share: below ? Float(below) : 0.0 }
      rescue ArgumentError, TypeError
        raise InvalidInput.new("--hold wants FORCE:SECONDS[:SHARE BELOW], such as 20kN:60 or 20kN:60:0.02", hold: text)
      end

      def quantity(text, kind, units, name)
        match = FORM.match(text.to_s)
        unit = match && units.find(match[2])
        number = match && Core::Quantity::TypedNumber.float(match[1])
        return unit.to_si(number) if number && unit && unit.quantity == kind

        flag = name.to_s.sub(/_(metres|newtons)\z/, "").tr("_", "-")
        such = kind == "force" ? "20kN" : "0.2mm"
        raise InvalidInput.new("--#{flag} wants a #{kind} with its unit, such as #{such}, not “#{text}”", option: name)
      end

      def uncertainties(options, units)
        options[:cell_uncertainties]&.split(",")&.map { |t| quantity(t, "force", units, :cell_uncertainties) }
      end
      private_class_method :uncertainties
    end
  end
end
