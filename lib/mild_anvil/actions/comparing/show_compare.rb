# frozen_string_literal: true

module MildAnvil
  module Actions
    module Comparing
      # A comparison as it is shown: the lots that were chosen, or those of the job; the study computed of them; what
      # may be added; what was concluded before.
      class ShowCompare
        Compare = Core::Compare
        MOST_AT_FIRST = 63 # with the one asked about 64
        MOST_CHOICES = 200

        # @param lot_id [Integer] the lot that is asked about
        # @param with [Array<Integer>, nil] other lots; nil: those of its study, or of its job
        # @param against [Integer, nil] the lot that it is set against
        # @param by [String] key of Core::Compare::Comparable
        # @param confidence [Float]
        def initialize(lot_id:, with: nil, against: nil, by: "strength", confidence: 0.95)
          @lot = Store::Models::Lot.fetch!(lot_id)
          @with = with
          @against = against
          @by = Compare::Comparable.find!(by)
          @confidence = confidence
        end

        # How many lots of the job stand beside it, and what was concluded about it: the line of the spine.
        # @param lot [Store::Models::Lot]
        # @return [Hash]
        def self.line(lot)
          others = Store::Models::Lot.where(job_id: lot.job_id, measurand: lot.measurand).exclude(id: lot.id)
          concluded = lot.db[:conclusion_lots].where(lot_id: lot.id)
          { others: others.count, conclusions: concluded.count }
        end

        # @return [Hash]
        def call
          study = self.study
          { lot_id: @lot.id, with: others.map(&:id), by: @by.key, choices: choices, available: known.available,
            study: study, refusal: study ? nil : "There is nothing to compare it with yet: add a lot.",
            sha256: study && sha256(study), makings: Makings.of(lots), conclusions: Conclusions.of_job(@lot.job_id) }
        end

        # @return [Hash, nil] string keys; nil with one lot alone
        def study
          return if others.empty?

          @study ||= Canonical.plain(computed.to_h(against: @against))
        end

        # @return [Hash] that the figures follow from: lots, pulls, judgements
        def inputs = known.inputs

        # @return [String] over inputs and content: what a person saw and nothing else
        def sha256(study) = Canonical.sha256({ inputs: known.inputs_sha256, content: study })

        # @return [Array<Store::Models::Lot>] the one asked about first
        def lots = [@lot, *others].tap { |all| Practice::Apart.together!(*all) }

        attr_reader :lot

        private

        # What was read of these lots as they stand, whichever of them is asked about, and what was computed of them.
        Known = Struct.new(:sides, :inputs, :inputs_sha256, :available, :shared, :studies, keyword_init: true)
        private_constant :Known

        def known
          @known ||= Recent.fetch([Stamp.of(all), @by.key, @confidence, @lot.display_unit]) { read }
        end

        def all = @all ||= lots.sort_by(&:id)

        def read
          gather = Gather.new(all, @by)
          inputs = Canonical.plain({ by: @by.key, confidence: @confidence, lots: gather.inputs })
          Known.new(sides: gather.sides, inputs: inputs, inputs_sha256: Canonical.sha256(inputs),
                    available: gather.available, shared: {}, studies: {})
        end

        def computed
          known.studies[@lot.id] ||=
            Compare::Study.new(known.sides, one: @lot.id, comparable: @by, figures: figures, confidence: @confidence,
                                            rates: method(:rate), shared: known.shared, left_out: @left_out.to_i)
        end

        def others
          @others ||= if @with
                        Store::Models::Lot.where(id: @with - [@lot.id], measurand: @lot.measurand).order(:id).all
                      else
                        at_first
                      end
        end

        # Those of its study, else those of its job that measure the same.
        def at_first
          same = Store::Models::Lot.where(job_id: @lot.job_id, measurand: @lot.measurand).exclude(id: @lot.id)
          factors = @lot.study_groups.map(&:factor_id)
          studied = same.where(id: Store::Models::StudyGroup.where(factor_id: factors).select(:lot_id))
          here = studied.empty? ? same : studied
          rows = here.order(:id).limit(MOST_AT_FIRST).all
          @left_out = here.count - rows.size
          rows | [@lot.reference_lot].compact
        end

        # Of the job first, then others of the type.
        def choices
          rows = Store::Models::Lot.where(measurand: @lot.measurand).exclude(id: @lot.id)
                                   .where(Sequel.|({ job_id: @lot.job_id }, { item_type: @lot.item_type }))
                                   .order(Sequel.desc({ job_id: @lot.job_id }), Sequel.desc(:id))
                                   .limit(MOST_CHOICES).eager(:job).all
          rows.map { |lot| { id: lot.id, name: lot.name, job: "#{lot.job.customer}, #{lot.job.title}" } }
        end

        # In the unit of what is compared.
        def figures
          measurand = Catalogue.measurand(@by.measurand || @lot.measurand)
          unit = @by.measurand ? measurand.units.first : measurand.unit!(@lot.display_unit)
          Compare::FiguresOf.call(known.sides, unit, others: measurand.units)
        end

        def rate(per_second)
          unit = Figures.of(@lot).unit
          "#{Core::Quantity::FigureRule.for(unit: unit, largest_si: per_second).nearest(per_second)}/s"
        end
      end
    end
  end
end
