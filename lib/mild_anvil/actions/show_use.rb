# frozen_string_literal: true

module MildAnvil
  module Actions
    # What a rating means in use: factors of several schools side by side, hung at angles, on brackets, in groups. It
    # computes from what is rated and keeps nothing.
    class ShowUse
      Rating = Core::Rating
      BACKUP = "A main and a backup from one lot are not independent: what weakens the lot weakens both. Take the " \
               "backup from another lot, or of another make."
      MM = 1000.0
      SLING = %i[way angle angle_of uniform].freeze

      # @param asked [Hash] any of way, angle, angle_of, uniform, reductions (keys with commas), load, arm, depth, top,
      #   all, spread, shear_limit, single_lot, count, factor
      def initialize(lot_id:, **asked)
        @lot = Store::Models::Lot.fetch!(lot_id)
        @asked = asked
        @rated = RateLot.of(@lot, what_if: asked.slice(:factor))
        @terms = RatingInputs.core(@rated.inputs).terms
      end

      # @return [Hash]
      def call
        { minimum: minimum, limit: limit, refusal: refusal,
          factors: limits? ? ways.rows(loads) : [], claims: limits? ? ways.claims(@terms.claims) : [], **of_limit,
          efficiency: (efficiency if asked?(:into, :out)), group: (group if asked?(:single_lot, :count)),
          reductions: Catalogue.reductions.map(&:to_h),
          ways: Rating::UseLimit::WAYS.map { |way| { key: way.key, name: way.name, angled: !way.legs.nil? } },
          backup: BACKUP }
      end

      private

      def of_limit
        return { sling: nil, bracket: nil } if limit.nil?

        { sling: sling, bracket: (bracket if asked?(:load, :arm, :depth)) }
      end

      # A minimum from a proof, or surer than it can be, is divided by no factor.
      def limits?
        minimum && !Rating::NoLimit::WHATEVER_FACTOR.include?(@rated.statement["limit_refused_by"])
      end

      def refusal
        return @rated.statement["recommended_reason"] if minimum.nil?

        limits? ? nil : @rated.statement["limit_refusal"]
      end

      def minimum = @rated.statement["minimum"]
      def limit = @rated.statement["working_load_limit"]
      def asked?(*names) = names.all? { |name| !@asked[name].nil? }
      def loads = @terms.requirements.select(&:load?).map(&:value_si)

      def figures
        Core::Quantity::FigureRule.for(unit: @terms.unit, largest_si: minimum["value_si"], others: @terms.units)
      end

      def ways
        Rating::FactorWays.new(minimum["value_si"], Library.design_factors, item_type: @lot.item_type,
                                                                            rule: method(:limit_by), figures: figures)
      end

      def limit_by(factor)
        Rating::WorkingLoad.limit(minimum_si: minimum["value_si"], factor: factor, unit: @terms.marking_unit,
                                  step: @terms.marking_step, others: @terms.units)
      rescue InsufficientData
        nil
      end

      def marking
        Rating::WorkingLoad.rule(limit["value_si"], unit: @terms.marking_unit, step: @terms.marking_step,
                                                    others: @terms.units)
      end

      def sling
        keys = @asked[:reductions].to_s.split(",")
        unknown = keys - Catalogue.reductions.map(&:key)
        raise InvalidInput.new("There is no #{unknown.first}", fields: { reductions: "are not known" }) if unknown.any?

        chosen = Catalogue.reductions.select { |row| keys.include?(row.key) }
        Rating::UseLimit.new(limit["value_si"], marking, reductions: chosen, **@asked.slice(*SLING)).to_h
      end

      # Forces in the unit of the lot, lengths in millimetres.
      def bracket
        unit = @terms.unit
        top = @asked[:top] || 2
        load = Rating::BracketLoad.new(unit.to_si(@asked[:load]), arm: @asked[:arm] / MM, depth: @asked[:depth] / MM,
                                                                  top: top, all: @asked[:all] || (top * 2),
                                                                  spread: @asked[:spread] || false)
        shear = @asked[:shear_limit]&.then { |v| unit.to_si(v) }
        found = load.against(limit["value_si"], shear)
        { pull: figures.up(load.pull).to_h, shear: figures.up(load.shear).to_h, **found,
          sentence: load.sentence(figures, found) }
      end

      # Pairs typed as lists with semicolons, in any unit of force as long as both are in the same one.
      def efficiency
        into, out, speeds = %i[into out speeds].map { |name| @asked[name] && numbers(name) }
        wrong = "need as many values as went in"
        raise InvalidInput.new("What came out #{wrong}", fields: { out: wrong }) if out.size != into.size
        raise InvalidInput.new("Speeds #{wrong}", fields: { speeds: wrong }) if speeds && speeds.size != into.size

        Core::Compare::EfficiencyWords.call(into, out, speeds: speeds).merge(refusal: nil)
      rescue InsufficientData => e
        { value: nil, low: nil, high: nil, sentences: [], refusal: e.message }
      end

      def numbers(name)
        @asked[name].split(";").map do |text|
          number = Core::Quantity::TypedNumber.float(text)
          next number if number&.positive?

          raise InvalidInput.new("“#{text.strip}” is no number above 0", fields: { name => "must be numbers above 0" })
        end
      end

      def group
        single = Store::Models::Lot.fetch!(@asked[:single_lot])
        samples = [@lot, single].map { |lot| LotFacts.new(lot).sample.breaks!(2) }
        Rating::GroupEfficiency.call(*samples, @asked[:count]).merge(refusal: nil)
      rescue InsufficientData => e
        { value: nil, low: nil, high: nil, sentence: nil, refusal: e.message }
      end
    end
  end
end
