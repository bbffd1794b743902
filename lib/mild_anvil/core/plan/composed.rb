# frozen_string_literal: true

module MildAnvil
  module Core
    module Plan
      # A plan answered: every section by itself, so that one wrong figure silences one answer and not the others.
      class Composed
        SECTIONS = { how_many: Sections::HowManyPulls, comparison: Sections::Comparison, train: Sections::Train,
                     benches: Sections::Benches, energy: Sections::Energy, tackle: Sections::TackleRig,
                     ram: Sections::Ram, redirect: Sections::Redirect, sideways: Sections::Sideways,
                     preload: Sections::Preload, proof: Sections::ProofLoad, mass: Sections::Mass, day: Sections::TheDay,
                     stock: Sections::StockReach }.freeze

        attr_reader :content, :world

        # @param content [Hash] as typed, symbols for keys
        # @param world [World]
        def initialize(content, world)
          @content = TypedContent.new(content, world.units, world.measured || world.units.forces_displayed)
          @world = world
        end

        def wording = @wording ||= world.wording
        def force_wording = @force_wording ||= world.force_wording

        # @return [Hash{Symbol => Hash}] of each section: state (ok, look, missing, refused), sentence, working, and
        #   what its drawing needs
        def sections = @sections ||= SECTIONS.to_h { |key, section| [key, answered(key, section)] }

        # @return [Hash{Symbol => String}] sections that cannot be answered as they were typed
        def refused = sections.select { |_, s| s[:state] == "refused" }.transform_values { |s| s[:sentence] }

        # @return [UpperEstimate, nil]
        # @raise [InvalidInput] for an expected break that is none
        def estimate
          return @estimate if defined?(@estimate)

          @estimate = UpperEstimate.of(wording: wording, largest_factor: world.largest_factor, lots: world.lots,
                                       claims: world.claims, stated: stated)
        end

        # What the breaks are expected to be: mean and scatter, from what was typed, borrowed or seen before.
        # @return [Hash, nil] mean_si:, deviation_si:, source:
        def expected = @expected ||= Assumed.new(self).call

        # @return [LoadTrain, nil] nil while nothing is in line
        def train
          return @train if defined?(@train)

          @train = content.parts(:train).empty? ? nil : LoadTrain.new(TrainLinks.new(self).call)
        end

        # @return [Float, nil]
        def stored_joules = Sections::Energy.joules(self)

        # One line of truth: how many, and how surely they answer.
        # @return [String, nil] nil before anything is planned
        def line
          pulls = content[:pulls] or return
          required = content.si(:required) || world.required_si
          return "#{pulls} pulls" if required.nil? || expected.nil? || pulls < 2

          many = HowMany.new(mean_si: expected[:mean_si], deviation_si: expected[:deviation_si], required_si: required,
                             coverage: world.coverage, confidence: world.confidence)
          "#{pulls} pulls, #{wording.sure(many.chance(pulls))} sure to clear #{wording.at_least(required)}"
        rescue InvalidInput => e
          "#{pulls} pulls: #{e.message}"
        end

        # What stands hatched on the rule of every later screen.
        # @return [Array<Hash>] key:, name:, value_si:
        def limits = Limits.of(self)

        private

        def stated
          share = content.part(:expected)
          mean = share.si(:mean) or return
          { mean_si: mean, deviation_si: mean * (expected&.fetch(:variation_share) || Assumed::USUAL_SHARE) }
        end

        def answered(key, section)
          { key: key, working: [], cautions: [], **section.new(self).call }
        rescue InvalidInput, InsufficientData => e
          { key: key, state: "refused", sentence: sentence(e.message), working: [], cautions: [] }
        end

        def sentence(text) = "#{text[0].upcase}#{text[1..]}#{'.' unless text.end_with?('.')}"
      end
    end
  end
end
