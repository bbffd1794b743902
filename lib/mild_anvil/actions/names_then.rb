# frozen_string_literal: true

module MildAnvil
  module Actions
    # What people were called when they did something: the chain tells of every change of a name.
    class NamesThen
      def initialize(database = Sequel::Model.db)
        rows = database[:events].where(action: "change_person", subject_type: "Person").order(:id)
                                .select_map(%i[subject_id at before after])
        @changes = rows.each_with_object(Hash.new { |all, id| all[id] = [] }) do |(id, at, before, after), all|
          was, is = [before, after].map { |text| JSON.parse(text)["name"] }
          all[id] << [at, was] if is && was != is
        end
      end

      # @param person [Store::Models::Person]; @param at [Time]
      # @return [String]
      def name(person, at)
        return person.name unless @changes.key?(person.id)

        @changes[person.id].find { |changed, _| changed > at }&.last || person.name
      end
    end
  end
end
