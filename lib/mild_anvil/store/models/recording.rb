# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # A recording as stored: raw, immutable, hashed, with the file it came from.
      class Recording < Sequel::Model(:recordings)
        include Record

        plugin :serialization, :json, :reading
        many_to_one :pull, class: "MildAnvil::Store::Models::Pull"
        many_to_one :source_file, class: "MildAnvil::Store::Models::SourceFile"
        many_to_one :person, class: "MildAnvil::Store::Models::Person"
        one_to_many :channels, class: "MildAnvil::Store::Models::Channel", key: :recording_id, order: :position
        one_to_many :analyses, class: "MildAnvil::Store::Models::Analysis", key: :recording_id, order: :id

        # @raise [NotFound]
        def self.fetch!(id) = self[id] || raise(NotFound.new("there is no recording #{id}", id: id))

        # @param uids [Array<String>] of pulls
        # @return [Hash{String => Integer}] ids of their recordings
        def self.of_pulls(uids)
          join(:pulls, id: :pull_id).where(Sequel[:pulls][:uid] => uids)
                                    .select_hash(Sequel[:pulls][:uid], Sequel[:recordings][:id])
        end

        def judged_channel = channels.find(&:judged)

        # @return [Analysis] the newest
        def analysis = analyses.last
      end
    end
  end
end
