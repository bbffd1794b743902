# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # One pull of one feature, from a file or read by a person.
      class Pull < Sequel::Model(:pulls)
        include Record

        many_to_one :lot, class: "MildAnvil::Store::Models::Lot"
        many_to_one :feature, class: "MildAnvil::Store::Models::Feature"
        many_to_one :person, class: "MildAnvil::Store::Models::Person"
        one_to_one :recording, class: "MildAnvil::Store::Models::Recording", key: :pull_id
        one_to_many :judgements, class: "MildAnvil::Store::Models::Judgement", key: :pull_id, order: :id
        one_to_many :measurements, class: "MildAnvil::Store::Models::Measurement", key: :pull_id, order: :id

        one_to_many :pull_instruments, class: "MildAnvil::Store::Models::PullInstrument", key: :pull_id,
                                       order: :position

        # @return [Array<String>] what was to be said of its piece before it was pulled
        def said_of_piece = piece_warnings ? JSON.parse(piece_warnings) : []

        dataset_module do
          def of_specimen(id) = where(feature_id: Feature.where(specimen_id: id).select(:id))

          # With what counts, and nobody's name.
          def with_values = eager(:judgements, :measurements, feature: :specimen).order(:number)

          # With all that a rating and a list of pulls need, in a handful of queries whatever their number.
          def with_everything
            recordings = ->(rows) { rows.select(:id, :pull_id, :source_file_id).eager(:source_file) }
            eager(judgements: :person, measurements: %i[person override], feature: :specimen,
                  recording: recordings, pull_instruments: :instrument).order(:number)
          end
        end

        # @return [Hash{Integer => Array<Time>}] when pulls of one type of item were made, the newest, by lot
        def self.times_of_type(item_type, limit)
          lots = Lot.real.where(item_type: item_type).select(:id)
          where(lot_id: lots).order(Sequel.desc(:pulled_at)).limit(limit).select_map(%i[lot_id pulled_at])
                             .group_by(&:first).transform_values { |rows| rows.map(&:last) }
        end

        # @raise [NotFound]
        def self.fetch!(id) = self[id] || raise(NotFound.new("there is no pull #{id}", id: id))

        # @return [Pull] with its lot locked for this transaction
        # @raise [NotFound]
        def self.locked!(id) = fetch!(id).tap { |pull| Lot.locked!(pull.lot_id) }

        # @param quantity [String]
        # @return [Measurement, nil] the newest of that quantity
        def measurement(quantity) = measurements.reverse.find { |m| m.quantity == quantity }

        # @param quantity [String, nil] that a judgement must be about; nil: any
        # @return [Judgement, nil] the last one that was not taken back
        def judgement(quantity = nil)
          undone = judgements.filter_map(&:undoes_id)
          about = measurements.to_h { |m| [m.id, m.quantity] }
          judgements.reverse.find do |j|
            next if j.undoes_id || undone.include?(j.id)

            quantity.nil? || j.measurement_id.nil? || about[j.measurement_id] == quantity
          end
        end
      end
    end
  end
end
