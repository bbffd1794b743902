# frozen_string_literal: true

module MildAnvil
  module Core
    module Instrument
      # Two cells in line read the same force, or a rig's nominal advantage is held against the measured one: do they
      # differ by more than both explain?
      class CrossCheck
        # first, second: newtons, second times the advantage; allowed: newtons, nil where an uncertainty is unknown
        Pair = Struct.new(:first, :second, :difference, :allowed, keyword_init: true) do
          def agree? = allowed && difference.abs <= allowed * (1 + Quantity::FigureRule::WHOLE_WITHIN)
        end

        attr_reader :pairs, :advantage

        # @param readings [Array<Array(Float, Float)>] of the cell that counts and of the other, newtons
        # @param uncertainties [Array<Proc>] expanded, newtons of a force; one that gives nil is unknown
        # @param advantage [Float] nominal: how many times the second cell's force the first should read
        # @raise [InsufficientData] without a reading under load
        # Method: |F1 - F2| <= sqrt(U1² + U2²)
        def initialize(readings, uncertainties:, advantage: 1.0)
          loaded = readings.select { |pair| pair.all?(&:positive?) }
          raise InsufficientData, "two cells are compared under load: type both readings" if loaded.empty?

          @advantage = advantage
          @pairs = loaded.map { |one, other| pair(one, other, uncertainties) }.freeze
        end

        # @return [Pair] that differs most, against what is allowed
        def worst
          pairs.max_by { |pair| pair.difference.abs / (pair.allowed || pair.first) }
        end

        # @return [Boolean, nil] nil where the uncertainties are not known
        def agree? = pairs.any? { |pair| pair.allowed.nil? } ? nil : pairs.all?(&:agree?)

        # @return [Boolean] whether something multiplies the force between both
        def rig? = (advantage - 1.0).abs > Quantity::FigureRule::WHOLE_WITHIN

        # @return [Float] least squares through zero
        def measured_advantage
          pairs.sum { |p| p.first * p.second } / pairs.sum { |p| p.second * p.second } * advantage
        end

        # @param names [Array(String, String)]; @param words [Plan::Wording]
        # @param rule [String, nil] which one counts, as declared
        # @return [Array<String>] sentences
        def sentences(names, words, rule: nil)
          [verdict(names, words), (rigged(words) if rig?), counts(names, rule)].compact
        end

        private

        def pair(one, other, uncertainties)
          scaled = other * advantage
          known = [uncertainties.first.call(one), uncertainties.last.call(other)&.then { |u| u * advantage }]
          Pair.new(first: one, second: scaled, difference: one - scaled,
                   allowed: known.all? ? Math.hypot(*known) : nil).freeze
        end

        def verdict(names, words)
          off = words.force(worst.difference.abs, :up)
          at = words.force(worst.first)
          return "#{names.join(' and ')} differ by #{off} at #{at}; what they explain is not known." if agree?.nil?

          explain = words.force(worst.allowed, :down)
          return "#{names.join(' and ')} differ by #{off} at #{at}; together they explain #{explain}." if agree?

          "#{names.join(' and ')} differ by #{off} at #{at}; together they explain #{explain}. One of them is wrong."
        end

        def rigged(words)
          "The rig is #{words.number(advantage)} to 1 by its parts, #{words.number(measured_advantage)} to 1 measured."
        end

        def counts(names, rule)
          return "#{rule} counts, as declared." if rule
          return if agree?

          "Nobody has declared which of #{names.join(' and ')} counts."
        end
      end
    end
  end
end
